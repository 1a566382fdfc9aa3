import { toldFailure, withBody } from '@/app/api/jsonBody';
import { idFrom } from '@/app/ids';
import { citeFromLab, offersOfLab } from '@/lab/lineUp/fromTheLab';
import { citation } from '@/lab/planning/planningSchemas';

interface Context {
  params: Promise<{ id: string }>;
}

/** Entries of the lab that can be cited, by the words of `q`. */
export async function GET(request: Request, { params }: Context) {
  const id = idFrom((await params).id);
  try {
    const query = (new URL(request.url).searchParams.get('q') ?? '').slice(0, 200);
    return Response.json({ offers: await offersOfLab(id, query.replace(/\0/g, '')) });
  } catch (error) {
    return toldFailure(error);
  }
}

/** Takes one of them into the line-up, with its runs. */
export async function POST(request: Request, { params }: Context) {
  const id = idFrom((await params).id);
  return withBody(request, citation, async ({ entryId }) =>
    Response.json({ code: await citeFromLab(id, entryId) }),
  );
}
