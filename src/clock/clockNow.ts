/**
 * Milliseconds to add to the machine's clock. 0 unless `ABANICO_NOW` (an ISO 8601 time) sets the application's clock.
 *
 * The clock runs on from `ABANICO_NOW`. The first process that reads the variable notes the moment in `ABANICO_NOW_SINCE`, which its
 * child processes inherit, so that all of them show the same time.
 *
 * Throws a RangeError if `ABANICO_NOW` is not a time.
 */
export function clockOffsetMs(): number {
  const wanted = process.env.ABANICO_NOW;
  if (!wanted) return 0;
  const wantedMs = Date.parse(wanted);
  if (Number.isNaN(wantedMs))
    throw new RangeError(`ABANICO_NOW must be a time such as 2026-11-25T10:00:00Z, got "${wanted}"`);
  process.env.ABANICO_NOW_SINCE ??= String(Date.now());
  return wantedMs - Number(process.env.ABANICO_NOW_SINCE);
}

/** The time of the application. All code on the server takes the time from here. */
export function clockNow(): Date {
  return new Date(Date.now() + clockOffsetMs());
}
