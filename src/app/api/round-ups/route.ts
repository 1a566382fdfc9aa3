import { withBody } from '@/app/api/jsonBody';
import { createRoundUp } from '@/lab/createRoundUp';
import { newRoundUp } from '@/lab/planningSchemas';

export async function POST(request: Request) {
  return withBody(request, newRoundUp, async (other) => Response.json({ id: await createRoundUp(other) }));
}
