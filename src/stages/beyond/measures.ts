import { holdsUnder } from '@/core/judgement/measures/perDecibel';
import { capacity95 } from '@/core/judgement/measures/capacity';
import type { MeasureIntervals } from '@/core/judgement/measures/measureIntervals';
import type { JudgedItem, BeyondData } from '@/lab/orders/beyond/beyondPage';

/** A measure of an entry as a column: its figure, its interval, or why there is none. */
export interface Measure {
  key: string;
  name: string;
  /** Under the name: the quantity with its unit. */
  under: string;
  /** What the better side is called. */
  betterIs: string;
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
  /** It is surely below this, where it has no value: it was never measured so quiet. */
  below?: number;
  /** The same where there is little room; empty where the reason is short. */
  short?: string;
}

const none = (why: string, short = ''): MeasureFigure => ({ value: null, interval95: null, why, short });

/** Why an entry is never as good as the control, or always better: “under 28.7”, “at no level”. */
function unmatched(
  { curve }: JudgedItem,
  held: number | null,
  better: 'lower' | 'higher',
): Pick<MeasureFigure, 'short' | 'below'> {
  if (curve.points.length === 0 || held === null) return {};
  const under = holdsUnder(curve, held, better);
  return under === null ? { short: 'at no level' } : { short: `under ${under.toFixed(1)}`, below: under };
}

/** How much of a band a curve covers: “from 28.7 up”, “to 32.2 only”. */
function covered({ curve }: JudgedItem, { from, to }: { from: number; to: number }): string {
  const [first, last] = [curve.points[0], curve.points.at(-1)];
  if (!first || !last) return '';
  if (first.at > from) return `from ${first.at.toFixed(1)} up`;
  return last.at < to ? `to ${last.at.toFixed(1)} only` : '';
}

/** What a decibel must lower R by to be worth it, %. */
export const worthPct = ({ rule }: BeyondData) => Number((100 * (rule.worth ?? 0.005)).toFixed(2));

/** The measures of a page, each from its definition. */
export function measuresOf(data: BeyondData): Measure[] {
  const { rule, lineDb, control, response, isRise } = data;
  const { from, to } = rule.band;
  const told = (
    outcome: { known: true; value: number } | { known: false; reason: string },
    interval95: number | null,
    short = '',
  ) => (outcome.known ? { value: outcome.value, interval95, why: '' } : none(outcome.reason, short));
  const { unit, decimals, better } = response;
  const what = isRise ? 'rise' : response.name;
  const all: Measure[] = [
    {
      key: 'rise',
      name: 'At the line',
      under: isRise ? 'rise over the room, K' : `${response.name.toLowerCase()}, ${unit}`,
      betterIs: isRise ? 'cooler' : 'better',
      ...{ unit, decimals, better },
      definition: isRise
        ? `The rise of the die over the room at ${lineDb.toFixed(1)} dB(A): what ranks.`
        : `${response.name}${data.place ? `, ${data.place},` : ''} at ${lineDb.toFixed(1)} dB(A): what ranks.`,
      figureFor: ({ placed }) => ({ value: placed.value, interval95: placed.interval95, why: '' }),
    },
    {
      key: 'hold',
      name: isRise
        ? 'As cool as the control'
        : data.isAir
          ? 'As much air as the control'
          : 'As good as the control',
      under: 'level it takes, dB(A)',
      betterIs: 'quieter',
      ...{ unit: 'dB(A)', decimals: 1, better: 'lower' },
      definition:
        rule.controlRiseK === null
          ? `Noise to match: the level needed for the control’s ${what}. No control is ranked at the line.`
          : `Noise to match: the level needed for the control’s ${what}, ${rule.controlRiseK.toFixed(decimals)} ${unit} (${control} at the line).`,
      figureFor: (item, intervals) => {
        const found = told(item.detail.noiseToHoldDba, intervals?.noiseToHoldDba ?? null);
        return found.value === null ? { ...found, ...unmatched(item, rule.controlRiseK, better) } : found;
      },
    },
    {
      key: 'mean',
      name: `Over ${from} to ${to} dB(A)`,
      under: `mean ${what.toLowerCase()}, ${unit}`,
      betterIs: 'better',
      ...{ unit, decimals, better },
      definition: `Mean of ${what} from ${from} to ${to} dB(A), the band of the Brief, not one line.`,
      figureFor: (item, intervals) =>
        told(item.detail.bandMean, intervals?.bandMean ?? null, covered(item, rule.band)),
    },
    {
      key: 'band',
      name: `Over ${from} to ${to} dB(A)`,
      under: 'watts per kelvin, W/K',
      betterIs: 'better',
      ...{ unit: 'W/K', decimals: 2, better: 'higher' },
      definition: `Mean conductance, 1/R, from ${from} to ${to} dB(A), the band of the Brief, not one line.`,
      figureFor: (item, intervals) =>
        told(item.detail.bandScoreWPerK, intervals?.bandScoreWPerK ?? null, covered(item, rule.band)),
    },
    {
      key: 'wall',
      name: 'However fast the fan',
      under: 'K/W that is left (wall)',
      betterIs: 'better',
      ...{ unit: 'K/W', decimals: 2, better: 'lower' },
      definition:
        'Wall: K/W left however fast the fan, estimated from the curve: R∞ of R∞ + a·n^(−b) over the speeds of this load. Not available where ± is over half of it.',
      figureFor: ({ detail }) => {
        const wall = detail.airflowIndependent;
        if (!wall.known) return none(wall.reason, 'not available');
        const { value, interval95, identified } = wall.value;
        return identified
          ? { value, interval95, why: '' }
          : none(`not identified: ${value.toFixed(2)} ± ${interval95.toFixed(2)} K/W`, 'not identified');
      },
    },
    {
      key: 'capacity',
      name: 'Maximum heat',
      under: `watts at the line, room ${rule.referenceAmbientC} °C`,
      betterIs: 'more',
      ...{ unit: 'W', decimals: 0, better: 'higher' },
      definition: `Maximum heat: watts at the line before the die reaches ${rule.limitC} °C in a ${rule.referenceAmbientC} °C room, by R there. ± includes what the sensors and meters of this rig share. K/W of another processor differs.`,
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
      name: 'For each sone',
      under: 'W/K a sone at the line',
      betterIs: 'better',
      ...{ unit: 'W/K', decimals: 2, better: 'higher' },
      definition: `Conductance at the line, 1/R, for each sone there, by calibrated recordings (ISO 532-1): what it carries off for what an ear hears of it.`,
      figureFor: ({ perSone }) =>
        perSone.known ? { ...perSone.value, why: '' } : none(perSone.reason, 'not recorded'),
    },
  ];
  // K/W and what follows from it are measures of the die alone.
  const own = isRise ? ['rise', 'hold', 'band', 'wall', 'capacity', 'sone'] : ['rise', 'hold', 'mean'];
  const isHeard = data.items.some(({ perSone }) => perSone.known);
  return all.filter(({ key }) => own.includes(key) && (key !== 'sone' || isHeard));
}
