/** What comes of a request, piece by piece; the rest is not read where nobody takes it. */
export async function* bodyChunks(request: Request): AsyncGenerator<Uint8Array<ArrayBufferLike>> {
  const reader = request.body?.getReader();
  if (!reader) return;
  let isDone = false;
  try {
    for (;;) {
      const { done, value } = await reader.read();
      isDone = done;
      if (done) return;
      yield value;
    }
  } finally {
    if (!isDone) await reader.cancel().catch(() => undefined);
  }
}

/** A request's body whole, up to so many bytes. @throws what `tooLarge` makes */
export async function limitedBody(
  request: Request,
  mostBytes: number,
  tooLarge: () => Error,
): Promise<Buffer> {
  const chunks: Uint8Array[] = [];
  let size = 0;
  for await (const chunk of bodyChunks(request)) {
    size += chunk.length;
    if (size > mostBytes) throw tooLarge();
    chunks.push(chunk);
  }
  return Buffer.concat(chunks);
}
