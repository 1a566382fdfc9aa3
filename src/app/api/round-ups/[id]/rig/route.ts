import { withBody } from '@/app/api/jsonBody';
import { idFrom } from '@/app/ids';
import { rigChoice, rigEdit } from '@/lab/planning/planningSchemas';
import { chooseRig, reviseRig } from '@/lab/planning/rigView';

type Props = { params: Promise<{ id: string }> };

/** Changes the rig: a new revision where runs were made at the one before. */
export async function POST(request: Request, { params }: Props) {
  const id = idFrom((await params).id);
  return withBody(request, rigEdit, async (edit) => Response.json(await reviseRig(id, edit)));
}

/** Measures and ranks on another revision or rig. */
export async function PATCH(request: Request, { params }: Props) {
  const id = idFrom((await params).id);
  return withBody(request, rigChoice, async (wish) => {
    await chooseRig(id, wish);
    return Response.json({});
  });
}
