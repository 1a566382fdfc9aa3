/** The bench clock: the wall's, a number of times as fast on the simulated rig. Steps of the system's clock do not reach it. */
export class BenchClock {
  private anchor: { wallMs: number; clockS: number };

  constructor(
    clockS: number,
    private rate: number,
    private readonly wallMs: () => number,
  ) {
    this.anchor = { wallMs: wallMs(), clockS };
  }

  get nowS(): number {
    return this.anchor.clockS + ((this.wallMs() - this.anchor.wallMs) / 1000) * this.rate;
  }

  get speed(): number {
    return this.rate;
  }

  /** Sets the clock, or how fast it runs. */
  set(set: { clockS?: number; speed?: number }): void {
    this.anchor = { wallMs: this.wallMs(), clockS: set.clockS ?? this.nowS };
    this.rate = set.speed ?? this.rate;
  }
}
