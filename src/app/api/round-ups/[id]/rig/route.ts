import { withBody } from '@/app/api/jsonBody';
import { idFrom } from '@/app/ids';
import { rigChoice, rigEdit } from '@/lab/planning/planningSchemas';
import { chooseRevision, reviseRig } from '@/lab/planning/rigView';

type Props = { params: Promise<{ id: string }> };

/** Changes the rig: a new revision where runs were made at the one before. */
export async function POST(request: Request, { params }: Props) {
  const id = idFrom((await params).id);
  return withBody(request, rigEdit, async (edit) => Response.json(await reviseRig(id, edit)));
}

/** Ranks the runs of another revision. */
export async function PATCH(request: Request, { params }: Props) {
  const id = idFrom((await params).id);
  return withBody(request, rigChoice, async ({ rigRevisionId }) => {
    await chooseRevision(id, rigRevisionId);
    return Response.json({});
  });
}
