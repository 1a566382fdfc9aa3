import { boolean, object } from 'yup';
import { withBody } from '@/app/api/jsonBody';
import { pushToken } from '@/lab/bench/pushToken';

const request = object({ renew: boolean().strict().required() }).noUnknown();

/** The token for readings of programs, for one of our own pages that asks for it; a write, so that no other site can. */
export async function POST(incoming: Request) {
  return withBody(incoming, request, async ({ renew }) =>
    Response.json({ token: await pushToken(renew) }, { headers: { 'cache-control': 'no-store' } }),
  );
}
