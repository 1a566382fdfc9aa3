import { withBody } from '@/app/api/jsonBody';
import { idFrom } from '@/app/ids';
import { today } from '@/app/today';
import { lookAtPasted, takePasted, undoPasted } from '@/lab/paste/paste';
import { pasteWish } from '@/lab/paste/pasteSchema';

/** A block from a spreadsheet: looked at, taken, or taken back. */
export async function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const id = idFrom((await params).id);
  return withBody(request, pasteWish, async ({ kind, what, undo, who, text, as, shared }) => {
    if (what === 'undo') {
      await undoPasted(kind, id, undo, who);
      return Response.json({});
    }
    const block = {
      ...{ text, as, who, today: today() },
      shared: Object.fromEntries(shared.map(([name, value]) => [name!, value!])),
    };
    return Response.json(await (what === 'look' ? lookAtPasted : takePasted)(kind, id, block));
  });
}
