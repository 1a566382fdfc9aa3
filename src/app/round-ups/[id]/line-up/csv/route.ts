import { idFrom } from '@/app/ids';
import { exportLineUp } from '@/lab/importLineUp';

export async function GET(_: Request, { params }: { params: Promise<{ id: string }> }) {
  const id = idFrom((await params).id);
  return new Response(await exportLineUp(id), {
    headers: {
      'content-type': 'text/csv; charset=utf-8',
      'content-disposition': `attachment; filename="line-up-${id}.csv"`,
    },
  });
}
