import FFT from 'fft.js';

/** Mean power of a recording by frequency: lines `stepHz` apart, their sum the mean square but for what is constant. */
export interface PowerSpectrum {
  stepHz: number;
  power: Float64Array;
  /** Mean square over all samples, without their mean. */
  meanSquare: number;
  samples: number;
}

/** Lines no further apart than this, so that the lowest third octave has several, Hz. */
const WANTED_STEP_HZ = 0.75;
const LEAST_WINDOW = 2048;

/**
 * Gathers the mean power spectrum of a recording as it streams by (Welch 1967: Hann windows that overlap by half), in memory that
 * does not grow with it. The spectrum is scaled to the mean square of the samples, so that energy is kept.
 *
 * Example: A sine of amplitude 1 at 1 kHz: half the power, in a line at 1 kHz and its neighbours.
 */
export class SpectrumGatherer {
  private readonly size: number;
  private readonly fft: FFT;
  private readonly window: Float64Array;
  private readonly held: Float64Array;
  private readonly weighted: Float64Array;
  private readonly out: Float64Array;
  private readonly sums: Float64Array;
  private fill = 0;
  private windows = 0;
  private count = 0;
  private sum = 0;
  private squares = 0;

  /**
   * @param rateHz samples a second
   * @param expected samples that will come, as far as is known: a short recording gets shorter windows
   * @throws where a rate is not positive
   */
  constructor(
    private readonly rateHz: number,
    expected = Infinity,
  ) {
    if (!(rateHz > 0)) throw new RangeError(`SpectrumGatherer: rateHz must be positive, got ${rateHz}`);
    let size = LEAST_WINDOW;
    while (rateHz / size > WANTED_STEP_HZ && 4 * size <= expected) size *= 2;
    this.size = size;
    this.fft = new FFT(size);
    this.window = Float64Array.from(
      { length: size },
      (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * i) / size),
    );
    this.held = new Float64Array(size);
    this.weighted = new Float64Array(size);
    this.out = new Float64Array(2 * size);
    this.sums = new Float64Array(size / 2 + 1);
  }

  private takeWindow(): void {
    for (let i = 0; i < this.size; i += 1) this.weighted[i] = this.held[i]! * this.window[i]!;
    this.fft.realTransform(this.out, this.weighted);
    for (let k = 0; k <= this.size / 2; k += 1)
      this.sums[k]! += this.out[2 * k]! ** 2 + this.out[2 * k + 1]! ** 2;
    this.windows += 1;
  }

  add(samples: ArrayLike<number>): void {
    const half = this.size / 2;
    for (let i = 0; i < samples.length; i += 1) {
      const value = samples[i]!;
      this.count += 1;
      this.sum += value;
      this.squares += value * value;
      this.held[this.fill] = value;
      this.fill += 1;
      if (this.fill < this.size) continue;
      this.takeWindow();
      this.held.copyWithin(0, half);
      this.fill = half;
    }
  }

  /** @throws where nothing, or less than a window, was added */
  spectrum(): PowerSpectrum {
    if (this.windows === 0)
      throw new RangeError(`SpectrumGatherer: ${this.count} samples are less than a window of ${this.size}`);
    const mean = this.sum / this.count;
    const meanSquare = Math.max(0, this.squares / this.count - mean * mean);
    const power = this.sums.slice();
    // What is constant leaks into the first lines of a Hann window, and is no sound.
    power[0] = 0;
    power[1] = 0;
    const total = power.reduce((all, line) => all + line, 0);
    const scale = total > 0 ? meanSquare / total : 0;
    for (let k = 0; k < power.length; k += 1) power[k]! *= scale;
    return { stepHz: this.rateHz / this.size, power, meanSquare, samples: this.count };
  }
}
