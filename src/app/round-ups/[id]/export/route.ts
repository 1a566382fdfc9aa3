import { idFrom } from '@/app/ids';
import { sendMade } from '@/app/answers/sendMade';
import type { Leaving } from '@/core/lineUp/underCover';

const LEAVING: readonly Leaving[] = ['private', 'covered', 'publishable'];

export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const roundUpId = idFrom((await params).id);
  const asked = new URL(request.url).searchParams.get('for');
  const leaving = LEAVING.find((other) => other === asked) ?? 'covered';
  return sendMade(request, { what: 'bundle', roundUpId, leaving }, ({ name }) => ({
    'content-disposition': `attachment; filename="${name}.zip"`,
  }));
}
