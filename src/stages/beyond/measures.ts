import { capacity95 } from '@/core/judgement/capacity';
import type { MeasureIntervals } from '@/core/judgement/measureIntervals';
import type { JudgedItem, BeyondData } from '@/lab/orders/beyondPage';

/** A measure of an entry as a column: its figure, its interval, or why there is none. */
export interface Measure {
  key: string;
  name: string;
  unit: string;
  decimals: number;
  better: 'lower' | 'higher';
  /** What it is, in a sentence or two. */
  definition: string;
  figureFor: (item: JudgedItem, intervals: MeasureIntervals | undefined) => MeasureFigure;
}

export interface MeasureFigure {
  value: number | null;
  interval95: number | null;
  why: string;
}

const none = (why: string): MeasureFigure => ({ value: null, interval95: null, why });

/** What a decibel must lower R by to be worth it, %. */
export const worthPct = ({ rule }: BeyondData) => Number((100 * (rule.worth ?? 0.005)).toFixed(2));

/** The measures of a page, each from its definition. */
export function measuresOf(data: BeyondData): Measure[] {
  const { rule, lineDb, control, response, isRise } = data;
  const { from, to } = rule.band;
  const told = (
    outcome: { known: true; value: number } | { known: false; reason: string },
    interval95: number | null,
  ) => (outcome.known ? { value: outcome.value, interval95, why: '' } : none(outcome.reason));
  const { unit, decimals, better } = response;
  const what = isRise ? 'rise' : response.name;
  const all: Measure[] = [
    {
      key: 'rise',
      name: isRise ? 'Rise at the line' : `${response.name} at the line`,
      ...{ unit, decimals, better },
      definition: isRise
        ? `The rise of the die over the room at ${lineDb.toFixed(1)} dB(A): what ranks.`
        : `${response.name}${data.place ? `, ${data.place},` : ''} at ${lineDb.toFixed(1)} dB(A): what ranks.`,
      figureFor: ({ placed }) => ({ value: placed.value, interval95: placed.interval95, why: '' }),
    },
    {
      key: 'hold',
      name: 'Noise to hold',
      ...{ unit: 'dB(A)', decimals: 1, better: 'lower' },
      definition:
        rule.controlRiseK === null
          ? `The noise that holds the control’s ${what}: no control has a place at the line.`
          : `The noise that an entry needs for the ${what} that ${control} has at the line, ${rule.controlRiseK.toFixed(decimals)} ${unit}.`,
      figureFor: ({ detail }, intervals) => told(detail.noiseToHoldDba, intervals?.noiseToHoldDba ?? null),
    },
    {
      key: 'mean',
      name: 'Mean over the band',
      ...{ unit, decimals, better },
      definition: `Mean of ${what} from ${from} to ${to} dB(A), the band of the Brief: for every evening and not for one line.`,
      figureFor: ({ detail }, intervals) => told(detail.bandMean, intervals?.bandMean ?? null),
    },
    {
      key: 'band',
      name: 'Band score',
      ...{ unit: 'W/K', decimals: 2, better: 'higher' },
      definition: `Mean conductance, 1/R, from ${from} to ${to} dB(A), the band of the Brief: a cooler for every evening and not for one line.`,
      figureFor: ({ detail }, intervals) => told(detail.bandScoreWPerK, intervals?.bandScoreWPerK ?? null),
    },
    {
      key: 'knee',
      name: 'Knee',
      ...{ unit: 'dB(A)', decimals: 1, better: 'lower' },
      definition: `The quietest level from which one more decibel lowers R by less than ${worthPct(data)} %: told only where the curve on both sides of it bears it.`,
      figureFor: ({ detail }, intervals) => told(detail.kneeDba, intervals?.kneeDba ?? null),
    },
    {
      key: 'wall',
      name: 'Wall, R∞',
      ...{ unit: 'K/W', decimals: 2, better: 'lower' },
      definition:
        'What no fan gets past (die, paste, spreader, plate), if R falls towards it as a power of speed: R∞ of R∞ + a·n^(−b) over the speeds of this load. It bears two figures; not identified where its interval is wider than half of it.',
      figureFor: ({ detail }) => {
        const wall = detail.airflowIndependent;
        if (!wall.known) return none(wall.reason);
        const { value, interval95, identified } = wall.value;
        return identified
          ? { value, interval95, why: '' }
          : none(`not identified: ${value.toFixed(2)} ± ${interval95.toFixed(2)} K/W`);
      },
    },
    {
      key: 'capacity',
      name: 'Capacity',
      ...{ unit: 'W', decimals: 0, better: 'higher' },
      definition: `The heat that it holds at the line in a room of ${rule.referenceAmbientC} °C before the die comes to ${rule.limitC} °C, by R there. Its ± counts what the sensors and meters of this rig share, too. K/W of this processor is not that of another.`,
      figureFor: ({ detail, placed }) =>
        told(
          detail.capacityW,
          detail.capacityW.known
            ? capacity95(
                detail.capacityW.value,
                placed,
                Math.hypot(data.sharedRiseK, placed.shared, placed.watts),
              )
            : null,
        ),
    },
    {
      key: 'sone',
      name: 'Per sone',
      ...{ unit: 'W/K', decimals: 2, better: 'higher' },
      definition: `Conductance at the line, 1/R, for each sone there, by calibrated recordings (ISO 532-1): what it carries off for what an ear hears of it.`,
      figureFor: ({ perSone }) => (perSone.known ? { ...perSone.value, why: '' } : none(perSone.reason)),
    },
    {
      key: 'value',
      name: 'Price per W/K',
      ...{ unit: data.currency, decimals: 1, better: 'lower' },
      definition: `What each W/K at the line costs: the price of the whole entry, its fans counted, times R. A ratio rewards the cheap: read it beside the front of Value.`,
      figureFor: ({ price, placed }) => {
        if (!price.known) return none(price.reason);
        if (placed.resistanceKPerW === null) return none('no power flowed');
        const value = price.value * placed.resistanceKPerW;
        return { value, interval95: (value * placed.interval95) / placed.value, why: '' };
      },
    },
  ];
  // K/W and what follows from it are measures of the die alone.
  const own = isRise
    ? ['rise', 'hold', 'band', 'knee', 'wall', 'capacity', 'sone', 'value']
    : ['rise', 'hold', 'mean'];
  const isHeard = data.items.some(({ perSone }) => perSone.known);
  return all.filter(({ key }) => own.includes(key) && (key !== 'sone' || isHeard));
}
