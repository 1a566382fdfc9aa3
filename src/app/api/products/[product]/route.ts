import { toldFailure } from '@/app/api/jsonBody';
import { idFrom } from '@/app/ids';
import { deleteProduct } from '@/lab/lineUp/changeLineUp';

export async function DELETE(_: Request, { params }: { params: Promise<{ product: string }> }) {
  try {
    await deleteProduct(idFrom((await params).product));
    return Response.json({});
  } catch (error) {
    return toldFailure(error);
  }
}
