import { sendMade } from '@/app/answers/sendMade';
import { withBody } from '@/app/api/jsonBody';
import { idFrom } from '@/app/ids';
import { verdictSheet } from '@/contracts/sheets/verdictSheet';

/** A verdict as it is being written: how readers would see it, and what its figures are. Nothing is kept. */
export async function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  const roundUpId = idFrom((await params).id);
  return withBody(request, verdictSheet, (verdict) =>
    sendMade(request, { what: 'draft', roundUpId, verdict }, () => ({})),
  );
}
