import { isIdle, type Load } from '../runs/load';
import type { ProbePlace } from '../bench/probe';
import type { CurrencyRate } from '../lineUp/prices';
import { isAboutCases, isByAir, type Question } from './questions';
import { defaultSchools, type Chosen, type SchoolKey } from './schools';

/** A heat load of the method: fixed watts, or a named program with the watts it was seen to draw. */
export interface BriefLoad {
  watts: number;
  /** Empty for fixed watts. */
  program: string;
  /** Heat of a graphics card beside it, W. */
  gpuWatts: number;
}

/** A load of a brief as runs carry it. */
export const briefLoad = (load: BriefLoad): Load => ({
  loadW: load.watts,
  loadName: load.program,
  gpuLoadW: load.gpuWatts,
});

/** What a round-up asks and how. Levels in dB(A) at the rig's meter place. */
export interface Brief {
  question: Question;
  schools: Record<SchoolKey, Chosen>;
  loads: BriefLoad[];
  /** The first ranks. */
  noiseLinesDba: number[];
  /** Noise band of the band score. */
  bandDba: { from: number; to: number };
  referenceAmbientC: number;
  windowS: number;
  /** Of fans by their air, and of cases: where each setting is read, in this order. */
  places: ProbePlace[];
  passes: number;
  mounts: number;
  /** What readers can take; null where nobody asked. */
  limits: {
    heightMm: number | null;
    memoryMm: number | null;
    /** Longest radiator, of loops. */
    radiatorMm: number | null;
    budget: number | null;
    currency: string;
  };
  /** Where prices are asked for; empty for all regions. */
  region: string;
  /** What other currencies are worth in that of the limits. */
  rates: CurrencyRate[];
  /** Days, as 2026-12-01; empty where there is none. */
  deadline: string;
  embargo: string;
}

/** What a fan is usually read by; a brief may name others. */
export const USUAL_PLACES: readonly ProbePlace[] = [
  { quantity: 'airspeed', place: '15 cm' },
  { quantity: 'airspeed', place: 'through the heatsink' },
  { quantity: 'pressure', place: 'closed chamber' },
];

const isUsual = (places: readonly ProbePlace[]) =>
  places.length === USUAL_PLACES.length && USUAL_PLACES.every(({ place }, i) => place === places[i]!.place);

/**
 * Where the bench holds a probe at each setting, after the meter. A case has none until somebody names them: a fan's usual ones, which
 * stand in every brief, are no places of a case.
 *
 * @example placesRead(defaultBrief()) → []
 */
export function placesRead({ question, places }: Pick<Brief, 'question' | 'places'>): ProbePlace[] {
  if (isByAir(question)) return places;
  return isAboutCases(question) && !isUsual(places) ? places : [];
}

/**
 * Whether nothing is heated: fans by their air, or a case that is read at places with no load. Then there are no kelvins, and nothing soaks.
 *
 * @example isWithoutHeat(asking(defaultBrief(), 'fans-by-air')) → true
 */
export function isWithoutHeat(brief: Pick<Brief, 'question' | 'places' | 'loads'>): boolean {
  if (isByAir(brief.question)) return true;
  return placesRead(brief).length > 0 && brief.loads.map(briefLoad).every(isIdle);
}

/**
 * The brief with another question. Fans by their air are read without heat; any other needs a load again.
 *
 * @example asking(defaultBrief(), 'fans-by-air').loads → [{ watts: 0, program: '', gpuWatts: 0 }]
 */
export function asking(brief: Brief, question: Question): Brief {
  const isCold = brief.loads.every((load) => load.watts === 0 && load.gpuWatts === 0 && load.program === '');
  if (question === 'fans-by-air')
    return { ...brief, question, loads: [{ watts: 0, program: '', gpuWatts: 0 }] };
  return { ...brief, question, loads: isCold ? defaultBrief().loads : brief.loads };
}

/**
 * @example defaultBrief().question → 'coolers'
 */
export function defaultBrief(): Brief {
  return {
    question: 'coolers',
    schools: defaultSchools(),
    loads: [{ watts: 170, program: '', gpuWatts: 0 }],
    noiseLinesDba: [33],
    bandDba: { from: 28, to: 38 },
    referenceAmbientC: 23,
    windowS: 300,
    places: USUAL_PLACES.map((place) => ({ ...place })),
    passes: 2,
    mounts: 2,
    limits: { heightMm: null, memoryMm: null, radiatorMm: null, budget: null, currency: 'EUR' },
    region: '',
    rates: [],
    deadline: '',
    embargo: '',
  };
}
