import { reportResponse } from '@/app/reportResponse';
import { sharedPage } from '@/lab/publish/shares';

const WORDS = {
  unknown: 'There is no page at this address.',
  revoked: 'This link was revoked',
  ended: 'This link has ended',
  embargo: 'This verdict is held back until',
};

/** A page of one sentence, with no way to anywhere. */
function sentencePage(sentence: string, status: number): Response {
  const html = `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>Abanico</title><style>html{background:#F5F0E6;color:#231D18;font:18px/1.5 Archivo,Arial,sans-serif}body{max-width:34rem;margin:20vh auto;padding:0 1.2rem}</style></head><body><p>${sentence}</p></body></html>`;
  const response = reportResponse(html, { 'cache-control': 'no-store' });
  return new Response(response.body, { status, headers: response.headers });
}

const dayOf = (at: Date) => `${at.toISOString().slice(0, 16).replace('T', ', ')} UTC`;

export async function GET(_: Request, { params }: { params: Promise<{ token: string }> }) {
  const { token } = await params;
  // What was never made by us is not asked for: a zero character no database takes.
  if (!/^[\w-]{1,100}$/.test(token)) return sentencePage(WORDS.unknown, 404);
  const page = await sharedPage(token, new Date());
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
}
