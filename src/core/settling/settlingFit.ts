import { known, unknown, type Outcome } from '../outcome';
import { solveLinear } from '../statistics/solveLinear';
import { binnedMeans } from './binnedMeans';

export interface SettlingFit {
  /** End value T∞, K. */
  endK: number;
  endStandardErrorK: number;
  /** Slowest time constant, s. */
  tauS: number;
  terms: readonly { amplitudeK: number; tauS: number }[];
  /** T∞ − fit at the end of the series, K: positive where the rise has still to climb. */
  stillToComeK: number;
  stillToComeStandardErrorK: number;
  /** Time from the start of the series to within 5 % of the whole step, s. */
  timeTo95S: number;
  /** Time from the start of the series to within 0.5 K of the end value, s. */
  timeToHalfKelvinS: number;
  /** Where time stands at zero for the terms, in the clock of the trace, s. */
  originS: number;
}

const BINS = 120;
/** The die and its paste answer within seconds; the fit watches the slower parts behind them. */
const FAST_PART_S = 45;

interface Candidate {
  taus: number[];
  coefficients: number[];
  residualSquares: number;
}

/** Least squares for T∞ and the amplitudes at given time constants (variable projection, Golub & Pereyra 1973). */
function fitAt(taus: number[], t: readonly number[], y: readonly number[]): Candidate | null {
  const size = taus.length + 1;
  const normal = Array.from({ length: size }, () => new Array<number>(size).fill(0));
  const right = new Array<number>(size).fill(0);
  const basis = new Array<number>(size).fill(1);
  for (let i = 0; i < t.length; i += 1) {
    for (let k = 0; k < taus.length; k += 1) basis[k + 1] = -Math.exp(-t[i]! / taus[k]!);
    for (let r = 0; r < size; r += 1) {
      right[r]! += basis[r]! * y[i]!;
      for (let c = 0; c <= r; c += 1) normal[r]![c]! += basis[r]! * basis[c]!;
    }
  }
  for (let r = 0; r < size; r += 1) for (let c = r + 1; c < size; c += 1) normal[r]![c] = normal[c]![r]!;
  const coefficients = solveLinear(normal, right);
  if (!coefficients) return null;
  let residualSquares = 0;
  for (let i = 0; i < t.length; i += 1) {
    const residual = y[i]! - modelAt(taus, coefficients, t[i]!);
    residualSquares += residual * residual;
  }
  return { taus, coefficients, residualSquares };
}

function modelAt(taus: readonly number[], coefficients: readonly number[], t: number): number {
  let value = coefficients[0]!;
  for (let k = 0; k < taus.length; k += 1) value -= coefficients[k + 1]! * Math.exp(-t / taus[k]!);
  return value;
}

function better(best: Candidate | null, next: Candidate | null): Candidate | null {
  if (!next) return best;
  return !best || next.residualSquares < best.residualSquares ? next : best;
}

/** Coarse search over log τ, then four rounds around the best with ever finer steps. */
function search(count: 1 | 2, t: readonly number[], y: readonly number[], shortest: number, longest: number) {
  const steps = count === 1 ? 32 : 12;
  const ratio = Math.pow(longest / shortest, 1 / (steps - 1));
  let best: Candidate | null = null;
  for (let i = 0; i < steps; i += 1) {
    const slow = shortest * Math.pow(ratio, i);
    if (count === 1) best = better(best, fitAt([slow], t, y));
    else
      for (let j = 0; j < i; j += 1) best = better(best, fitAt([slow, shortest * Math.pow(ratio, j)], t, y));
  }
  let step = Math.sqrt(ratio);
  for (let round = 0; best && round < 5; round += 1, step = Math.sqrt(step)) {
    const centre: number[] = best.taus;
    const moves = [1 / step, 1, step];
    for (const a of moves) {
      for (const b of count === 1 ? [1] : moves) {
        const taus = count === 1 ? [centre[0]! * a] : [centre[0]! * a, centre[1]! * b];
        if (taus.some((tau) => tau < shortest || tau > longest)) continue;
        if (count === 2 && taus[0]! < 1.6 * taus[1]!) continue;
        best = better(best, fitAt(taus, t, y));
      }
    }
  }
  return best;
}

/** Residual variance, raised for neighbouring residuals that go together (first-order autocorrelation). */
function residualVariance(fit: Candidate, t: readonly number[], y: readonly number[]): number {
  const residuals = t.map((time, i) => y[i]! - modelAt(fit.taus, fit.coefficients, time));
  let lagged = 0;
  for (let i = 1; i < residuals.length; i += 1) lagged += residuals[i]! * residuals[i - 1]!;
  const rho = Math.min(0.9, Math.max(0, lagged / (fit.residualSquares || 1)));
  const freedom = t.length - 2 * fit.taus.length - 1;
  return ((fit.residualSquares / freedom) * (1 + rho)) / (1 - rho);
}

/** Standard error of a function of the parameters with the given gradient (delta method). */
function standardError(
  fit: Candidate,
  t: readonly number[],
  variance: number,
  gradient: (basis: number[]) => number[],
  at: number,
): number | null {
  const { taus, coefficients } = fit;
  const row = (time: number) => [
    1,
    ...taus.map((tau) => -Math.exp(-time / tau)),
    ...taus.map((tau, k) => (-coefficients[k + 1]! * time * Math.exp(-time / tau)) / tau),
  ];
  const size = 1 + 2 * taus.length;
  const normal = Array.from({ length: size }, () => new Array<number>(size).fill(0));
  for (const time of t) {
    const j = row(time);
    for (let r = 0; r < size; r += 1) for (let c = 0; c < size; c += 1) normal[r]![c]! += j[r]! * j[c]!;
  }
  const g = gradient(row(at));
  const solved = solveLinear(normal, g);
  if (!solved) return null;
  return Math.sqrt(Math.max(0, variance * g.reduce((sum, value, i) => sum + value * solved[i]!, 0)));
}

/** First time at which the model stays within `distance` of its end value, by bisection. */
function timeToWithin(fit: Candidate, distance: number, longest: number): number {
  const away = (time: number) => Math.abs(modelAt(fit.taus, fit.coefficients, time) - fit.coefficients[0]!);
  if (away(0) <= distance) return 0;
  let low = 0;
  let high = longest;
  while (away(high) > distance && high < 1e7) high *= 2;
  for (let i = 0; i < 60; i += 1) {
    const middle = (low + high) / 2;
    if (away(middle) > distance) low = middle;
    else high = middle;
  }
  return high;
}

/**
 * Fit of T∞ − Σ A·e^(−t/τ) to a rise, with one term, or two where the data want them (Bayesian
 * information criterion: Schwarz 1978), as liquid loops and cases do. `timeS` ascends, s; `riseK` in K,
 * MISSING allowed. Standard errors by the delta method with autocorrelated residuals.
 *
 * Not identified where the series is too short, where the slowest time constant is longer than what was
 * watched, or where the rise still to come is less sure than 0.15 K and than a third of itself.
 */
export function settlingFit(timeS: ArrayLike<number>, riseK: ArrayLike<number>): Outcome<SettlingFit> {
  const bins = binnedMeans(timeS, riseK, BINS);
  const startS = bins.x[0] ?? 0;
  const from = bins.x.findIndex((x) => x - startS >= FAST_PART_S);
  if (from < 0 || bins.x.length - from < 20) return unknown('not identified: too short a soak to fit');
  const originS = bins.x[from]!;
  const t = bins.x.slice(from).map((x) => x - originS);
  const y = bins.y.slice(from);
  const watchedS = t[t.length - 1]!;
  const shortest = Math.max(8, watchedS / 60);
  const one = search(1, t, y, shortest, 4 * watchedS);
  const two = search(2, t, y, shortest, 4 * watchedS);
  const criterion = (fit: Candidate) =>
    t.length * Math.log(fit.residualSquares / t.length + 1e-12) +
    (2 * fit.taus.length + 1) * Math.log(t.length);
  if (!one) return unknown('not identified: the fit has no solution');
  const fit = two && criterion(two) < criterion(one) - 6 ? two : one;
  const variance = residualVariance(fit, t, y);
  const slow = Math.max(...fit.taus);
  const lastS = timeS[timeS.length - 1]! - originS;
  const stillToComeK = fit.coefficients[0]! - modelAt(fit.taus, fit.coefficients, lastS);
  const toComeError = standardError(fit, t, variance, (row) => row.map((v, i) => (i === 0 ? 0 : -v)), lastS);
  const endError = standardError(fit, t, variance, (row) => row.map((_, i) => (i === 0 ? 1 : 0)), lastS);
  if (toComeError === null || endError === null)
    return unknown('not identified: the time constants run together');
  if (slow > watchedS) return unknown('not identified: slower than the soak was long');
  if (toComeError > Math.max(0.15, Math.abs(stillToComeK) / 3)) {
    return unknown('not identified: the log cannot tell what is still to come');
  }
  const step = Math.abs(fit.coefficients[0]! - modelAt(fit.taus, fit.coefficients, 0));
  return known({
    endK: fit.coefficients[0]!,
    endStandardErrorK: endError,
    tauS: slow,
    terms: fit.taus.map((tauS, k) => ({ amplitudeK: fit.coefficients[k + 1]!, tauS })),
    stillToComeK,
    stillToComeStandardErrorK: toComeError,
    timeTo95S: originS - startS + timeToWithin(fit, 0.05 * step, watchedS),
    timeToHalfKelvinS: originS - startS + timeToWithin(fit, 0.5, watchedS),
    originS,
  });
}

/** The fitted rise at a time of the trace's clock, K. */
export function settlingFitAt(fit: Pick<SettlingFit, 'endK' | 'terms' | 'originS'>, timeS: number): number {
  return fit.terms.reduce(
    (value, term) => value - term.amplitudeK * Math.exp(-(timeS - fit.originS) / term.tauS),
    fit.endK,
  );
}
