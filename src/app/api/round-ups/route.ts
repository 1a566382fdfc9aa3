import { withBody } from '@/app/api/jsonBody';
import { createRoundUp } from '@/lab/roundUps/createRoundUp';
import { newRoundUp } from '@/lab/planning/planningSchemas';

export async function POST(request: Request) {
  return withBody(request, newRoundUp, async (other) => Response.json({ id: await createRoundUp(other) }));
}
