import type { Brief } from './brief';
import { QUESTIONS } from './questions';
import { choiceOf, SCHOOLS, type SchoolKey } from './schools';

export interface CardAnswer {
  question: string;
  answer: string;
}

export interface CardRig {
  name: string;
  revision: number;
  enclosure: string;
  meterDistanceCm: number;
  limitC: number;
  /** The room alone in the runs so far, dB(A); null before the first. */
  floorDba: { low: number; high: number } | null;
}

function listed(values: readonly (string | number)[], unit: string): string {
  const texts = values.map(String);
  const last = texts.pop()!;
  return `${texts.length > 0 ? `${texts.join(', ')} and ` : ''}${last} ${unit}`;
}

/** The method card: what a reviewer links when readers ask why, from the brief and the rig as they stand. */
export function methodCard(brief: Brief, rig: CardRig): CardAnswer[] {
  const question = QUESTIONS.find((of) => of.value === brief.question)!;
  const chosen = (key: SchoolKey) => choiceOf(key, brief.schools[key].choice);
  const because = (key: SchoolKey) => (brief.schools[key].reason ? ` ${brief.schools[key].reason}` : '');
  const line = brief.noiseLinesDba[0]!;
  const floor = rig.floorDba
    ? `The room alone stood at ${rig.floorDba.low.toFixed(1)} to ${rig.floorDba.high.toFixed(1)} dB(A)`
    : 'The room alone is read before each mount';
  const loads = brief.loads.map(
    (load) =>
      `${load.program ? `${load.program}, about ` : ''}${load.watts} W${load.gpuWatts ? ` with ${load.gpuWatts} W from the graphics card` : ''}`,
  );
  const atNoise = brief.schools.point.choice === 'noise';
  return [
    {
      question: 'What is compared?',
      answer: `${question.label}. ${question.can} Not answered: ${question.cannot.charAt(0).toLowerCase()}${question.cannot.slice(1)}`,
    },
    {
      question: atNoise ? `Why at ${line} dB(A)?` : `Why ${chosen('point').label}, and not at equal noise?`,
      answer: `${atNoise ? `All are read off their curves at ${line} dB(A) ${rig.meterDistanceCm} cm from the cooler` : `${chosen('point').consequence} The order at ${line} dB(A), ${rig.meterDistanceCm} cm from the cooler, stands beside it`}.${because('point')} ${floor}; it is taken off by energy, and a reading less than 3 dB over it is only an upper bound. Equal noise here means equal level at that place, not that fans sound alike.`,
    },
    {
      question: 'Why is that louder than the box says?',
      answer: 'Makers measure in other rooms, at other distances, often one fan alone in free air. Levels from another room, distance or a maker’s box cannot be set beside these, and no formula makes them comparable.',
    },
    {
      question: 'Why these fans, and not two?',
      answer: `Fans: ${chosen('fans').label}. ${chosen('fans').consequence}${because('fans')} A second fan makes another entry, with its price counted.`,
    },
    {
      question: 'How much heat?',
      answer: `${listed(loads, '').trim()}. ${chosen('heat').consequence}${because('heat')}`,
    },
    {
      question: 'Why rises and not temperatures?',
      answer: `${choiceOf('temperature', 'rise').consequence} Restated temperatures are for a room of ${brief.referenceAmbientC} °C and a limit of ${rig.limitC} °C.${because('temperature')}`,
    },
    {
      question: 'When is a run settled?',
      answer: `When the rise moves less than 0.12 K/min over the last ${Math.round(brief.windowS / 60)} min with the load on and the settling fit sees less than 0.3 K still to come.${because('statistic')}`,
    },
    {
      question: 'How sure is it?',
      answer: `${brief.mounts} ${brief.mounts === 1 ? 'mount' : 'mounts'} of ${brief.passes} ${brief.passes === 1 ? 'pass' : 'passes'} each, with a control re-tested between. ± is the 95 % interval; places nearer than the simultaneous 95 % critical difference are shared.`,
    },
    {
      question: 'On what?',
      answer: `${rig.name}, revision ${rig.revision}, ${rig.enclosure === 'open' ? 'open bench' : rig.enclosure}; ${chosen('interface').label}.${because('interface')}${because('enclosure')}`,
    },
    ...SCHOOLS.filter(
      ({ key, choices }) =>
        ['reaching', 'loudness', 'value'].includes(key) &&
        (brief.schools[key].reason !== '' || brief.schools[key].choice !== choices[0]!.value),
    ).map(({ key, question: asked }) => ({
      question: `${asked}?`,
      answer: `${chosen(key).label}: ${chosen(key).consequence}${because(key)}`,
    })),
  ]; // prettier-ignore
}
