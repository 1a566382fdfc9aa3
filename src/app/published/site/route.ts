import { clockNow } from '@/clock/clockNow';
import { sendMade } from '@/app/answers/sendMade';
import { sentencePage } from '@/app/answers/sentencePage';

/** An address that a folder of pages can stand at; empty where it is none. */
function addressIn(text: string): string | null {
  if (text.trim() === '') return '';
  const url = URL.canParse(text.trim()) ? new URL(text.trim()) : null;
  if (!url || !/^https?:$/.test(url.protocol) || url.username || url.password) return null;
  return `${url.origin}${url.pathname}`.replace(/\/+$/, '');
}

/** The published versions of chosen round-ups as a folder of static files, packed, for any web server. */
export async function GET(request: Request) {
  const query = new URL(request.url).searchParams;
  const [roundUpId, ...others] = query
    .getAll('of')
    .map(Number)
    .filter((id) => Number.isInteger(id) && id > 0 && id < 2 ** 31);
  if (roundUpId === undefined) return sentencePage('Choose one round-up at least.', 400);
  const address = addressIn(query.get('address') ?? '');
  if (address === null)
    return sentencePage('That is no web address. Give one like https://example.org/verdicts, or none.', 400);
  const wish = { what: 'site' as const, roundUpId, others, address, at: clockNow().toISOString() };
  return sendMade(request, wish, ({ name }) => ({
    'content-disposition': `attachment; filename="${name}.zip"`,
  }));
}
