/** A wave is cut off at its own greatest value, and that lies high: at least so far up, as a share of full scale (−1 dB). */
const FROM = 10 ** (-1 / 20);
/** So many samples in a row of one value are flat. A low tone is flat at its peak, too, but comes to it in steps smaller than this. */
const RUN = 3;
const STEP = 1e-4;
/** So many samples of exactly the greatest value, reached from values that differ by so much, are no peaks. A tone comes to its peaks from one value. */
const REPEATS = 5;
const APART = 0.01;

/**
 * Counts samples that were cut off below full scale: at the output of a limiter, or by a converter that ends early.
 *
 * Example: Noise that is held at 0.99885 (0.01 dB below full scale): each sample there. A tone of 0.99 that is not cut: none.
 */
export class CutOffSamples {
  private last: number | null = null;
  private run = 0;
  private isRunCut = false;
  private inRuns = 0;
  private top = 0;
  private atTop = 0;
  private least = Infinity;
  private most = -Infinity;

  /** Takes the next sample, between −1 and 1. */
  take(value: number): void {
    const size = Math.abs(value);
    if (value === this.last) this.run += 1;
    else {
      this.isRunCut = size >= FROM && this.last !== null && size - Math.abs(this.last) > STEP;
      this.run = 1;
    }
    if (this.isRunCut && this.run >= RUN) this.inRuns += this.run === RUN ? RUN : 1;
    if (size > this.top) [this.top, this.atTop, this.least, this.most] = [size, 0, Infinity, -Infinity];
    if (size === this.top) {
      this.atTop += 1;
      const before = Math.abs(this.last ?? size);
      if (before !== size)
        [this.least, this.most] = [Math.min(this.least, before), Math.max(this.most, before)];
    }
    this.last = value;
  }

  count(): number {
    const isTopCut = this.top >= FROM && this.atTop >= REPEATS && this.most - this.least > APART;
    return Math.max(this.inRuns, isTopCut ? this.atTop : 0);
  }
}
