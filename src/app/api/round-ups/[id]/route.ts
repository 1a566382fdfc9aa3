import { withBody } from '@/app/api/jsonBody';
import { idFrom } from '@/app/ids';
import { changeRoundUp } from '@/lab/roundUps/keepRoundUps';
import { roundUpChange } from '@/lab/planning/planningSchemas';

/** Renames, archives, deletes a round-up, or takes that back. */
export async function PATCH(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const id = idFrom((await params).id);
  return withBody(request, roundUpChange, async (change) => {
    await changeRoundUp(id, change);
    return Response.json({});
  });
}
