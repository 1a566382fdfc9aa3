import { array, boolean, number, object } from 'yup';
import { withBody } from '@/app/api/jsonBody';
import { bringDemo, putDemoAway } from '@/lab/roundUps/demo';

const wish = object({ here: boolean().required(), keep: array(number().integer().required()).default([]) });

/** Puts the demo away, or brings it back. */
export async function POST(request: Request) {
  return withBody(request, wish, async ({ here, keep }) => {
    if (here) await bringDemo();
    else await putDemoAway(keep);
    return Response.json({});
  });
}
