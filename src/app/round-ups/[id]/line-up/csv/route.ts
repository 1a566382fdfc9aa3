import { fileWords } from '@/app/answers/fileWords';
import { idFrom } from '@/app/ids';
import { gatedText } from '@/lab/outgoing/coverGate';
import { exportLineUp } from '@/lab/bring/importLineUp';

export async function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return fileWords(request, async () => {
    const id = idFrom((await params).id);
    return new Response(await gatedText(id, 'the line-up', await exportLineUp(id)), {
      headers: {
        'content-type': 'text/csv; charset=utf-8',
        'content-disposition': `attachment; filename="line-up-${id}.csv"`,
      },
    });
  });
}
