import { withBody } from '@/app/api/jsonBody';
import { keepMethodAs } from '@/lab/planning/methods';
import { newMethod } from '@/lab/planning/planningSchemas';

export async function POST(request: Request) {
  return withBody(request, newMethod, async ({ name, body }) => {
    await keepMethodAs(name, body);
    return Response.json({});
  });
}
