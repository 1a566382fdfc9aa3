import { toldFailure } from '@/app/api/jsonBody';
import { idFrom } from '@/app/ids';
import { removeCase } from '@/lab/lineUp/cases';

export async function DELETE(_: Request, { params }: { params: Promise<{ case: string }> }) {
  try {
    await removeCase(idFrom((await params).case));
    return Response.json({});
  } catch (error) {
    return toldFailure(error);
  }
}
