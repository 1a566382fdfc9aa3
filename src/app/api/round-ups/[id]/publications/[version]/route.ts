import { clockNow } from '@/clock/clockNow';
import { withBody } from '@/app/api/jsonBody';
import { idFrom } from '@/app/ids';
import { closeShare, openShare } from '@/lab/publish/shares';
import { shareRequest } from '@/lab/publish/schemas';

export async function PATCH(
  request: Request,
  { params }: { params: Promise<{ id: string; version: string }> },
) {
  const { id, version } = await params;
  return withBody(request, shareRequest, async ({ endsAt, revoke }) => {
    const now = clockNow();
    if (revoke === '') return Response.json(await openShare(idFrom(id), idFrom(version), endsAt, now));
    await closeShare(idFrom(id), revoke, now);
    return Response.json({ revoked: true });
  });
}
