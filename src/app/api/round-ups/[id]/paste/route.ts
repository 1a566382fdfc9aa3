import { array, mixed, object, string } from 'yup';
import { withBody } from '@/app/api/jsonBody';
import { idFrom } from '@/app/ids';
import { today } from '@/app/today';
import { text } from '@/contracts/sheets/fields';
import { lookAtPasted, PASTE_NAMES, takePasted, undoPasted, type PasteName } from '@/lab/paste/paste';

const wish = object({
  who: text(100).default('reviewer'),
  kind: string<PasteName>().oneOf(PASTE_NAMES).required(),
  what: string<'look' | 'take' | 'undo'>().oneOf(['look', 'take', 'undo']).required(),
  text: string().default(''),
  as: array(string().max(200).nullable().defined()).nullable().default(null),
  /** What all rows share, by its name. */
  shared: array(array(string().max(300).defined()).length(2).required())
    .max(10)
    .default([]),
  undo: mixed<NonNullable<unknown>>().default([]),
}).noUnknown();

/** A block from a spreadsheet: looked at, taken, or taken back. */
export async function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const id = idFrom((await params).id);
  return withBody(request, wish, async ({ kind, what, undo, who, text: pasted, as, shared }) => {
    if (what === 'undo') {
      await undoPasted(kind, id, undo, who);
      return Response.json({});
    }
    const block = {
      ...{ text: pasted, as, who, today: today() },
      shared: Object.fromEntries(shared.map(([name, value]) => [name!, value!])),
    };
    return Response.json(await (what === 'look' ? lookAtPasted : takePasted)(kind, id, block));
  });
}
