import { isMissing } from '../missing';
import { known, unknown, type Outcome } from '../outcome';
import { solveLinear } from '../statistics/solveLinear';
import { APART, modelAt, projection, search, type Candidate } from './settlingTerms';
import { binnedMeans } from './binnedMeans';
import { STILL_TO_COME_K } from './steady';

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
  /** Time from the start of the series to within 5 % of the whole step, from where the series began to its end, s. */
  timeTo95S: number;
  /** Time from the start of the series to within 0.5 K of the end value, s. */
  timeToHalfKelvinS: number;
  /** Where time stands at zero for the terms, in the clock of the trace, s. */
  originS: number;
}

const BINS = 100;
/** The die and its paste answer within seconds; the fit watches the slower parts behind them. */
const FAST_PART_S = 45;

/** Autocorrelation of residuals from which a second term may be hidden in them. */
const UNEXPLAINED = 0.1;

/** In noise of more than this a fit cannot tell a slower term from none, K. */
const NOISY_K = 0.2;
/** Criteria nearer than this cannot choose between two models (Kass & Raftery 1995). */
const AS_GOOD = 6;

/**
 * Whether a term slower than what was watched explains the readings as well as the fit does, and would have more than 0.3 K still to
 * come: then the fit's end is chosen by chance.
 */
function hidesSlower(
  fit: Candidate,
  fitAt: (taus: number[]) => Candidate | null,
  criterion: (fit: Candidate) => number,
  watchedS: number,
  shortest: number,
): boolean {
  const slow = 2 * watchedS;
  let best: Candidate | null = null;
  for (const fast of [...fit.taus, 1.5 * shortest, 3 * shortest, 6 * shortest, 12 * shortest]) {
    const other = fast * APART < slow ? fitAt([slow, fast]) : null;
    if (other && (!best || other.residualSquares < best.residualSquares)) best = other;
  }
  if (!best || criterion(best) > criterion(fit) + AS_GOOD) return false;
  return Math.abs(best.coefficients[0]! - modelAt(best.taus, best.coefficients, watchedS)) >= STILL_TO_COME_K;
}

/** First-order autocorrelation of the residuals: near zero where the terms tell all that the data hold. */
function autocorrelation(fit: Candidate, t: readonly number[], y: readonly number[]): number {
  const residuals = t.map((time, i) => y[i]! - modelAt(fit.taus, fit.coefficients, time));
  let lagged = 0;
  for (let i = 1; i < residuals.length; i += 1) lagged += residuals[i]! * residuals[i - 1]!;
  return lagged / (fit.residualSquares || 1);
}

/** Residual variance, raised for neighbouring residuals that go together. */
function residualVariance(fit: Candidate, t: readonly number[], y: readonly number[]): number {
  const rho = Math.min(0.9, Math.max(0, autocorrelation(fit, t, y)));
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

function firstPresent(values: ArrayLike<number>): number {
  let i = 0;
  while (i < values.length - 1 && isMissing(values[i]!)) i += 1;
  return values[i]!;
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
 * watched, where in much noise one so slow would explain the readings as well and have more to come, or where the rise still to come is less sure than 0.15 K and than a third of itself.
 *
 * Example: Samples of 40·(1 − e^(−t/120 s)): T∞ = 40 K and τ = 120 s.
 */
export function settlingFit(timeS: ArrayLike<number>, riseK: ArrayLike<number>): Outcome<SettlingFit> {
  const bins = binnedMeans(timeS, riseK, BINS);
  const startS = bins.x[0] ?? 0;
  const from = bins.x.findIndex((x) => x - startS >= FAST_PART_S);
  if (from < 0 || bins.x.length - from < 20) return unknown('forecast not available: soak too short');
  const originS = bins.x[from]!;
  const t = bins.x.slice(from).map((x) => x - originS);
  const y = bins.y.slice(from);
  const watchedS = t[t.length - 1]!;
  const shortest = Math.max(8, watchedS / 60);
  const fitAt = projection(t, y);
  const other = search(1, fitAt, shortest, 4 * watchedS);
  const criterion = (fit: Candidate) =>
    t.length * Math.log(fit.residualSquares / t.length + 1e-12) +
    (2 * fit.taus.length + 1) * Math.log(t.length);
  if (!other) return unknown('not identified: the fit has no solution');
  // A second term is looked for only where the first leaves something that is no noise.
  const two = autocorrelation(other, t, y) > UNEXPLAINED ? search(2, fitAt, shortest, 4 * watchedS) : null;
  const fit = two && criterion(two) < criterion(other) - AS_GOOD ? two : other;
  const variance = residualVariance(fit, t, y);
  const slow = Math.max(...fit.taus);
  const lastS = timeS[timeS.length - 1]! - originS;
  const stillToComeK = fit.coefficients[0]! - modelAt(fit.taus, fit.coefficients, lastS);
  const toComeError = standardError(fit, t, variance, (row) => row.map((v, i) => (i === 0 ? 0 : -v)), lastS);
  const endError = standardError(fit, t, variance, (row) => row.map((_, i) => (i === 0 ? 1 : 0)), lastS);
  if (toComeError === null || endError === null)
    return unknown('not identified: the time constants run together');
  const isNoisy = Math.sqrt(fit.residualSquares / t.length) > NOISY_K;
  if (slow > watchedS || (isNoisy && hidesSlower(fit, fitAt, criterion, watchedS, shortest)))
    return unknown('not identified: slower than the soak was long');
  if (toComeError > Math.max(0.15, Math.abs(stillToComeK) / 3)) {
    return unknown('not identified: the log does not show the remaining rise');
  }
  // The whole step has the fast part in it too, which the fit passes over.
  const step = Math.abs(fit.coefficients[0]! - firstPresent(riseK));
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

/**
 * The fitted rise at a time of the trace's clock, K.
 *
 * @example settlingFitAt({ endK: 40, terms: [{ amplitudeK: 40, tauS: 120 }], originS: 0 }, 120) → 25.285
 */
export function settlingFitAt(fit: Pick<SettlingFit, 'endK' | 'terms' | 'originS'>, timeS: number): number {
  return fit.terms.reduce(
    (value, term) => value - term.amplitudeK * Math.exp(-(timeS - fit.originS) / term.tauS),
    fit.endK,
  );
}
