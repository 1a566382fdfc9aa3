import { clockNow } from '@/clock/clockNow';
import { momentWords } from '@/core/timeWords';
import { fileWords } from '@/app/answers/fileWords';
import { reportResponse } from '@/app/answers/reportResponse';
import { sentencePage } from '@/app/answers/sentencePage';
import { sharedPage } from '@/lab/publish/shares';

const WORDS = {
  unknown: 'There is no page at this address.',
  revoked: 'This link was revoked',
  ended: 'This link has ended',
  embargo: 'This verdict is held back until',
};

const dayOf = (at: Date) => `${momentWords(at.toISOString())} UTC`;

export async function GET(request: Request, { params }: { params: Promise<{ token: string }> }) {
  return fileWords(request, async () => {
    const { token } = await params;
    // What was never made by us is not asked for: a zero character no database takes.
    if (!/^[\w-]{1,100}$/.test(token)) return sentencePage(WORDS.unknown, 404);
    const page = await sharedPage(token, clockNow());
    if (!page.open) {
      const { why, at } = page;
      const sentence = at ? `${WORDS[why]}${why === 'embargo' ? '' : ' on'} ${dayOf(at)}.` : WORDS[why];
      return sentencePage(sentence, why === 'unknown' ? 404 : why === 'embargo' ? 403 : 410);
    }
    const text = page.report.toString('utf8');
    // What was published stays as it was; that it was corrected since is told above it.
    const note = page.corrected
      ? `<p style="background:#8A5A00;color:#fff;margin:0;padding:.7rem 1.25rem;font:16px Arial,sans-serif">Corrected since: version ${page.corrected} takes the place of this one, version ${page.version}.</p>`
      : '';
    return reportResponse(note ? text.replace('<body>', `<body>${note}`) : page.report, {
      'cache-control': 'no-store',
    });
  });
}
