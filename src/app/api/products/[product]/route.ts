import { withoutBody } from '@/app/api/jsonBody';
import { idFrom } from '@/app/ids';
import { deleteProduct } from '@/lab/lineUp/changeLineUp';

export function DELETE(request: Request, { params }: { params: Promise<{ product: string }> }) {
  return withoutBody(request, async () => {
    await deleteProduct(idFrom((await params).product));
    return Response.json({});
  });
}
