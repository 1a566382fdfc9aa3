import { fileWords } from '@/app/fileWords';
import { idFrom } from '@/app/ids';
import { roundUpView } from '@/app/roundUpView';
import { recordedStream } from '@/lab/sound/recordedFile';
import { viewRecordings } from '@/lab/sound/soundView';

/** The samples of a recording, part by part. */
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
    return new Response(recordedStream(wanted), {
      headers: {
        'content-type': 'audio/wav',
        'content-length': String(kept.size),
        'cache-control': 'private, max-age=86400, immutable',
      },
    });
  });
}
