const line = new EventTarget();

/** Calls a listener each time that somebody has something to say; the answer ends it. */
export function onWanted(listener: () => void): () => void {
  line.addEventListener('wanted', listener);
  return () => line.removeEventListener('wanted', listener);
}

/** Said by the board itself, once what draws notices listens. */
export const sayUp = () => void line.dispatchEvent(new Event('up'));

/** Asks for the board, and comes back when it is up. */
export const boardUp = () =>
  new Promise<void>((resolve) => {
    line.addEventListener('up', () => resolve(), { once: true });
    line.dispatchEvent(new Event('wanted'));
  });
