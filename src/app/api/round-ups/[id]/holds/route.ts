import { array, object, string } from 'yup';
import { withBody } from '@/app/api/jsonBody';
import { idFrom } from '@/app/ids';
import { roundUpView } from '@/app/roundUpView';
import { text, whole } from '@/formats/sheets/fields';
import { holdRuns, type Holding } from '@/lab/drift/holdRuns';
import { Refused } from '@/lab/refusal';

const request = object({
  what: string<Holding>().oneOf(['hold', 'free', 'set-aside']).required(),
  runs: array(object({ id: whole(1).required(), version: whole().required() }).noUnknown())
    .min(1, 'which runs?')
    .max(50_000)
    .required(),
  reason: text(900),
  who: text(100).default('reviewer'),
}).noUnknown();

export async function POST(incoming: Request, { params }: { params: Promise<{ id: string }> }) {
  const id = idFrom((await params).id);
  return withBody(incoming, request, async (wish) => {
    const view = await roundUpView(id);
    if (!view) throw new Refused('This round-up is not there any more.');
    return Response.json(await holdRuns(view.roundUp.rigId, wish));
  });
}
