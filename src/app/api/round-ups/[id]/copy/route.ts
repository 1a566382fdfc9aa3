import { withBody } from '@/app/api/jsonBody';
import { idFrom } from '@/app/ids';
import { duplicateRoundUp } from '@/lab/roundUps/keepRoundUps';
import { roundUpCopy } from '@/lab/planning/planningSchemas';

/** A copy of a round-up, with its runs or without. */
export async function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const id = idFrom((await params).id);
  return withBody(request, roundUpCopy, async (copy) =>
    Response.json({ id: await duplicateRoundUp(id, copy) }),
  );
}
