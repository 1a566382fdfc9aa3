import FFT from 'fft.js';
import { aWeighting } from './aWeighting';

/** Bands of the spectrogram, a sixth of an octave each, from 50 Hz on. */
const LOWEST_HZ = 50;
const HIGHEST_HZ = 18_000;
const BANDS_AN_OCTAVE = 6;
/** Columns that are kept: with more, two become one, and each stands for twice the time. */
const MOST_COLUMNS = 256;
/** Lines whose course is kept, for what beats: below this, and for so many steps. */
const BEATS_BELOW_HZ = 1500;
const MOST_BEATS = 480;

/** How a sound goes on in time: eighths of a second, each with its A-weighted power, and what stands in it by frequency. */
export interface SoundCourse {
  /** A-weighted power of each eighth of a second. */
  weighted: number[];
  spectrogram: {
    stepS: number;
    bandsHz: number[];
    /** Power of each band, column after column. */ columns: number[][];
  };
  /** Power of each low line, `stepHz` apart, at each eighth of a second from the start. */
  lowLines: { stepHz: number; columns: Float32Array[] };
}

const STEPS_A_SECOND = 8;
/** Longer recordings tell their first two hours. */
const MOST_STEPS = STEPS_A_SECOND * 2 * 3600;

/** Merges neighbouring columns, so that as many as before stand for twice the time. */
function halved(columns: number[][]): number[][] {
  return Array.from({ length: Math.floor(columns.length / 2) }, (_, i) =>
    columns[2 * i]!.map((power, band) => (power + columns[2 * i + 1]![band]!) / 2),
  );
}

/**
 * Follows a sound in time as it streams by, in memory that does not grow with it: a Hann window each eighth of a second.
 *
 * Example: A minute of a steady tone: 480 steps of equal power, and a spectrogram with one band that stands out.
 */
export class CourseGatherer {
  private readonly size: number;
  private readonly hop: number;
  private readonly fft: FFT;
  private readonly window: Float64Array;
  private readonly held: Float64Array;
  private readonly input: Float64Array;
  private readonly out: Float64Array;
  private readonly gains: Float64Array;
  private readonly bandOf: Int16Array;
  private readonly bandsHz: number[];
  private readonly scale: number;
  private fill = 0;
  private readonly weighted: number[] = [];
  private columns: number[][] = [];
  private open: number[] | null = null;
  private merged = 0;
  private each = 1;
  private readonly low: Float32Array[] = [];
  private readonly lowCount: number;

  /** @throws where a rate is not positive */
  constructor(private readonly rateHz: number) {
    if (!(rateHz > 0)) throw new RangeError(`CourseGatherer: rateHz must be positive, got ${rateHz}`);
    this.hop = Math.round(rateHz / STEPS_A_SECOND);
    let size = 1024;
    while (size < this.hop) size *= 2;
    this.size = size;
    this.fft = new FFT(size);
    this.window = Float64Array.from(
      { length: size },
      (_, i) => 0.5 - 0.5 * Math.cos((2 * Math.PI * i) / size),
    );
    // Both sides of the spectrum, over the power of the window.
    this.scale = 2 / (size * this.window.reduce((sum, value) => sum + value * value, 0));
    this.held = new Float64Array(size);
    this.input = new Float64Array(size);
    this.out = new Float64Array(2 * size);
    const step = rateHz / size;
    this.gains = Float64Array.from({ length: size / 2 + 1 }, (_, k) => aWeighting(k * step));
    const top = Math.min(HIGHEST_HZ, rateHz / 2);
    const count = Math.floor(BANDS_AN_OCTAVE * Math.log2(top / LOWEST_HZ));
    this.bandsHz = Array.from({ length: count }, (_, i) => LOWEST_HZ * 2 ** ((i + 0.5) / BANDS_AN_OCTAVE));
    this.bandOf = Int16Array.from({ length: size / 2 + 1 }, (_, k) => {
      const band = Math.floor(BANDS_AN_OCTAVE * Math.log2(Math.max(1e-9, k * step) / LOWEST_HZ));
      return band >= 0 && band < count ? band : -1;
    });
    this.lowCount = Math.floor(BEATS_BELOW_HZ / step);
  }

  private take(): void {
    for (let i = 0; i < this.size; i += 1) this.input[i] = this.held[i]! * this.window[i]!;
    this.fft.realTransform(this.out, this.input);
    const bands = new Array<number>(this.bandsHz.length).fill(0);
    const low = this.low.length < MOST_BEATS ? new Float32Array(this.lowCount) : null;
    let weighted = 0;
    for (let k = 2; k <= this.size / 2; k += 1) {
      const power = this.scale * (this.out[2 * k]! ** 2 + this.out[2 * k + 1]! ** 2);
      weighted += power * this.gains[k]!;
      if (this.bandOf[k]! >= 0) bands[this.bandOf[k]!]! += power;
      if (low && k < this.lowCount) low[k] = power;
    }
    if (this.weighted.length < MOST_STEPS) this.weighted.push(weighted);
    if (low) this.low.push(low);
    this.open = this.open ? this.open.map((power, band) => power + bands[band]!) : bands;
    this.merged += 1;
    if (this.merged < this.each) return;
    this.columns.push(this.open.map((power) => power / this.each));
    [this.open, this.merged] = [null, 0];
    if (this.columns.length < MOST_COLUMNS) return;
    this.columns = halved(this.columns);
    this.each *= 2;
  }

  add(samples: ArrayLike<number>): void {
    for (let i = 0; i < samples.length; i += 1) {
      this.held[this.fill] = samples[i]!;
      this.fill += 1;
      if (this.fill < this.size) continue;
      this.take();
      this.held.copyWithin(0, this.hop);
      this.fill = this.size - this.hop;
    }
  }

  course(): SoundCourse {
    return {
      weighted: this.weighted,
      spectrogram: {
        stepS: (this.each * this.hop) / this.rateHz,
        bandsHz: this.bandsHz,
        columns: this.columns,
      },
      lowLines: { stepHz: this.rateHz / this.size, columns: this.low },
    };
  }
}
