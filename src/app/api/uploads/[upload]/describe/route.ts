import { array, mixed, number, object } from 'yup';
import { withBody } from '@/app/api/jsonBody';
import { workIdFrom } from '@/app/answers/workId';
import { QUANTITIES, UNITS, type Quantity, type Unit } from '@/core/channels/channels';
import { work } from '@/lab/work/work';

const request = object({
  fileId: number()
    .strict()
    .integer()
    .min(1)
    .max(2 ** 31 - 1)
    .required(),
  columns: array(
    object({
      quantity: mixed<Quantity>()
        .oneOf([...QUANTITIES, null] as Quantity[])
        .nullable()
        .defined(),
      unit: mixed<Unit>()
        .oneOf([...UNITS, null] as Unit[])
        .nullable()
        .defined(),
    }).noUnknown(),
  )
    .max(500)
    .default(undefined),
}).noUnknown();

export async function POST(incoming: Request, { params }: { params: Promise<{ upload: string }> }) {
  const uploadId = workIdFrom((await params).upload);
  return withBody(incoming, request, async ({ fileId, columns }) =>
    Response.json(await work().run('describe', { uploadId, fileId, columns }, uploadId)),
  );
}
