const TICK_MS = 250;
/** So late a tick says that the process itself was held up. */
const HELD_UP_MS = 700;

let lastTickMs = performance.now();
let heldUpMs = -Infinity;

function tick(): void {
  const nowMs = performance.now();
  if (nowMs - lastTickMs > TICK_MS + HELD_UP_MS) heldUpMs = nowMs;
  lastTickMs = nowMs;
}

setInterval(tick, TICK_MS).unref();

/**
 * Whether this process has been held up by its own work in the last `withinMs`: then a timer that ran out says nothing of whom it
 * waited for.
 */
export function wasHeldUp(withinMs: number): boolean {
  tick();
  return performance.now() - heldUpMs < withinMs;
}
