/**
 * Counts passes: how often the same was read, whatever “the same” is made of, so that a run nobody has numbered is the next one.
 *
 * Example: The same entry, load, setting and mount three times: 1, 2, 3.
 */
export class PassCounter {
  private readonly counts = new Map<string, number>();

  /** A pass that is there already. */
  know(same: readonly unknown[], pass: number): void {
    const key = JSON.stringify(same);
    this.counts.set(key, Math.max(pass, this.counts.get(key) ?? 0));
  }

  next(same: readonly unknown[]): number {
    const key = JSON.stringify(same);
    const pass = (this.counts.get(key) ?? 0) + 1;
    this.counts.set(key, pass);
    return pass;
  }
}
