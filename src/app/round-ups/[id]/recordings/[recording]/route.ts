import { fileWords } from '@/app/answers/fileWords';
import { idFrom } from '@/app/ids';
import { roundUpView } from '@/app/roundUpView';
import { sendWhole } from '@/app/answers/wholeFile';
import { writeRecorded } from '@/lab/sound/recordedFile';
import { viewRecordings } from '@/lab/sound/soundView';

/** The samples of a recording. */
export async function GET(
  request: Request,
  { params }: { params: Promise<{ id: string; recording: string }> },
) {
  return fileWords(request, async () => {
    const { id, recording } = await params;
    const view = await roundUpView(idFrom(id));
    const wanted = idFrom(recording);
    const found = view ? await viewRecordings(view) : null;
    const own = found && [...found.clips.map((clip) => clip.recording), ...found.others];
    const kept = own?.find((other) => other.id === wanted);
    if (!kept) return new Response('no such recording', { status: 404 });
    return sendWhole(async (file) => {
      await writeRecorded(wanted, file);
      return { 'content-type': 'audio/wav', 'cache-control': 'private, max-age=86400, immutable' };
    });
  });
}
