import { clockNow } from '@/clock/clockNow';
import { idFrom } from '@/app/ids';
import { sendMade } from '@/app/answers/sendMade';

/** All published versions as a folder of static files, packed, for any web server. */
export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const roundUpId = idFrom((await params).id);
  const wish = { what: 'site' as const, roundUpId, at: clockNow().toISOString(), others: [], address: '' };
  return sendMade(request, wish, ({ name }) => ({
    'content-disposition': `attachment; filename="${name}.zip"`,
  }));
}
