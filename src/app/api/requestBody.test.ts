import { bodyChunks, limitedBody } from './requestBody';

/** A request whose body comes in pieces; `state` says whether it was asked to stop. */
function pieces(sizes: readonly number[]) {
  const state = { given: 0, cancelled: false };
  const body = new ReadableStream<Uint8Array>(
    {
      pull(controller) {
        const size = sizes[state.given];
        if (size === undefined) return controller.close();
        state.given += 1;
        controller.enqueue(new Uint8Array(size).fill(state.given));
      },
      cancel() {
        state.cancelled = true;
      },
    },
    { highWaterMark: 0 },
  );
  const init: RequestInit & { duplex: 'half' } = { method: 'POST', body, duplex: 'half' };
  return { request: new Request('http://localhost/', init), state };
}

const tooLarge = () => new RangeError('too large');

test('a body comes whole, its pieces in order', async () => {
  const { request, state } = pieces([2, 1, 3]);
  expect([...(await limitedBody(request, 6, tooLarge))]).toEqual([1, 1, 2, 3, 3, 3]);
  expect(state.cancelled).toBe(false);
});

test('one that is too large is refused at the piece that makes it so, and the rest is not read', async () => {
  const { request, state } = pieces([4, 4, 4, 4, 4]);
  await expect(limitedBody(request, 7, tooLarge)).rejects.toThrow('too large');
  expect(state).toEqual({ given: 2, cancelled: true });
});

test('who stops reading stops the sender; nothing comes of a request without a body', async () => {
  const { request, state } = pieces([1, 1, 1]);
  for await (const chunk of bodyChunks(request)) {
    expect(chunk).toHaveLength(1);
    break;
  }
  expect(state.cancelled).toBe(true);
  expect(await limitedBody(new Request('http://localhost/'), 5, tooLarge)).toHaveLength(0);
});
