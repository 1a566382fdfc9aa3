/** A store that fills at a steady rate and is drawn on: a burst is let through, and no more than the rate for long. */
export class RateLimit {
  private left: number;
  private atMs: number;

  constructor(
    private readonly burst: number,
    private readonly perS: number,
    nowMs: number,
  ) {
    this.left = burst;
    this.atMs = nowMs;
  }

  /** Draws `count`, at most a burst; else the seconds to wait, at least one, and nothing is drawn. */
  draw(count: number, nowMs: number): number {
    this.left = Math.min(this.burst, this.left + (Math.max(0, nowMs - this.atMs) / 1000) * this.perS);
    this.atMs = nowMs;
    if (count > this.left)
      return Math.max(1, Math.ceil((Math.min(count, this.burst) - this.left) / this.perS));
    this.left -= count;
    return 0;
  }
}
