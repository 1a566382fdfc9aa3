import { toldFailure, withBody } from '@/app/api/jsonBody';
import { demoWish } from '@/lab/planning/planningSchemas';
import { bringDemo, putDemoAway, viewDemo } from '@/lab/roundUps/demo';

/** What putting the demo away would touch. */
export function GET() {
  return viewDemo().then((view) => Response.json(view), toldFailure);
}

/** Puts the demo away, or brings it back. */
export async function POST(request: Request) {
  return withBody(request, demoWish, async ({ here, keep }) => {
    if (here) await bringDemo();
    else await putDemoAway(keep);
    return Response.json({});
  });
}
