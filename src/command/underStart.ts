const BEAT_MS = 2000;

/** A terminal that is closed takes no more words: that must not end who speaks them. */
export function speakOn(): void {
  for (const stream of [process.stdout, process.stderr]) stream.on('error', () => undefined);
}

/**
 * For a process that `start` keeps: tells it every two seconds that this one still works, and calls `end` as soon as
 * `start` is gone, however it went. Under another parent, which does not listen, only that parent's end is looked for.
 */
export function underStart(end: () => void): void {
  speakOn();
  const parent = process.ppid;
  let ended = false;
  const endOnce = () => {
    if (!ended) end();
    ended = true;
  };
  process.once('disconnect', endOnce);
  setInterval(() => {
    // The channel may break between the question and the word.
    if (process.connected) process.send?.('works', undefined, undefined, () => undefined);
    else if (process.ppid !== parent) endOnce();
  }, BEAT_MS).unref();
  process.channel?.unref();
}

/** For the web server: it ends with `start`; begun otherwise it may well outlive who began it. */
export function endWithStart(): void {
  if (process.connected) underStart(() => process.exit(0));
}
