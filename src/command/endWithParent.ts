/** Calls `end` when whoever started this process is gone, however it went: nobody would stop it otherwise. */
export function endWithParent(end: () => void): void {
  const parent = process.ppid;
  setInterval(() => {
    if (process.ppid !== parent) end();
  }, 2000).unref();
}
