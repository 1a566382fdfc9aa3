import { withBody } from '@/app/api/jsonBody';
import { addCase } from '@/lab/lineUp/cases';
import { newCase } from '@/lab/planning/planningSchemas';

export async function POST(request: Request) {
  return withBody(request, newCase, async ({ name, who }) => Response.json({ id: await addCase(name, who) }));
}
