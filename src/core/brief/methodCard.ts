import { insideSentence, plural, sentence, span } from '../words';
import { isWithoutHeat, placesRead, type Brief } from './brief';
import { departures, type MethodDone } from './methodDone';
import { isAboutCases, isByAir, questionOf } from './questions';
import { choiceOf, type SchoolKey } from './schools';

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
}

function listed(values: readonly (string | number)[], unit: string): string {
  const texts = values.map(String);
  const last = texts.pop()!;
  return `${texts.length > 0 ? `${texts.join(', ')} and ` : ''}${last} ${unit}`;
}

const loadWords = (load: Brief['loads'][number]) =>
  `${load.program ? `${load.program}, about ` : ''}${load.watts} W${load.gpuWatts ? ` with ${load.gpuWatts} W from the graphics card` : ''}`;

/** How the heat was made, by the loads themselves. */
function heatChoice({ loads }: Pick<Brief, 'loads'>): 'fixed' | 'program' | 'mixed' {
  if (loads.some((load) => load.gpuWatts > 0)) return 'mixed';
  return loads.some((load) => load.program !== '') ? 'program' : 'fixed';
}

function howSure(brief: Brief, done: MethodDone | null): string {
  const shown =
    '± is the 95 % interval; places nearer than the simultaneous 95 % critical difference are shared.';
  if (!done)
    return `Planned: ${plural(brief.mounts, 'mount', 'mounts')} of ${plural(brief.passes, 'pass', 'passes')} each, with a control re-tested between. ${shown}`;
  const mounts = `${span(done.mounts, 0)} ${done.mounts.high === 1 ? 'mount' : 'mounts'} of ${span(done.passes, 0)} ${done.passes.high === 1 ? 'pass' : 'passes'} each`;
  const control =
    done.controlMounts > 1
      ? `the control was put on ${done.controlMounts} times`
      : done.controlMounts === 1
        ? 'the control was put on once'
        : 'no control was measured';
  return `${sentence(mounts)}, ${plural(done.runs, 'run', 'runs')} of ${plural(done.measured, 'entry', 'entries')}; ${control}. ${shown}`;
}

/** What readers of a test by air ask in place of heat, or beside it: where it was read, and what was made of it. */
function airAnswers(brief: Brief): CardAnswer[] {
  const places = placesRead(brief);
  if (places.length === 0) return [];
  const why = isAboutCases(brief.question)
    ? 'Air that passes beside a part cools nothing of it'
    : 'A fan that is fast in the open need not be behind fins';
  const of = (quantity: string) =>
    places.filter((place) => place.quantity === quantity).map(({ place }) => place);
  const parts = [
    of('airspeed').length > 0 ? `Airspeed ${of('airspeed').join(', ')}` : '',
    of('pressure').length > 0 ? `pressure against ${of('pressure').join(', ')}` : '',
  ].filter(Boolean);
  return [
    {
      question: 'Where is the air read?',
      answer: `${parts.join('; ')}. ${why}: each place says what the others cannot.`,
    },
    {
      question: 'What is made of a reading?',
      answer:
        'Readings of one place are averaged. What was read at another speed than the run’s, as against a chamber that slows the fan, is converted by the fan laws: flow by the speed, pressure by its square.',
    },
  ];
}

/**
 * The method card: what a reviewer links when readers ask why. What was done stands in it as it was, with where that
 * departs from the brief; before the first run it says what is planned, and that it is a plan.
 *
 * Example: A brief at 33 dB(A) and 170 W with twelve runs done: ‘170 W, fixed’, with what was really measured beside
 * it.
 */
export function methodCard(
  brief: Brief,
  rig: CardRig,
  done: MethodDone | null,
  isPlanned = true,
): CardAnswer[] {
  const question = questionOf(brief.question);
  const chosen = (key: SchoolKey) => choiceOf(key, brief.schools[key].choice);
  const because = (key: SchoolKey) => (brief.schools[key].reason ? ` ${brief.schools[key].reason}` : '');
  const [line, ...others] = brief.noiseLinesDba;
  const floor = done
    ? `Room noise was ${span(done.floorDba, 1)} dB(A)`
    : 'The room alone is read before each mount';
  const loads = done ? done.loads : brief.loads.map(loadWords);
  const heat = choiceOf('heat', heatChoice(brief));
  const byAir = isByAir(brief.question);
  const isCold = isWithoutHeat(brief);
  const aboutFans = brief.question !== 'fans-on-cooler';
  // Without a brief nobody chose how.
  const reached = isPlanned
    ? ` It is reached by ${chosen('reaching').label}. ${chosen('reaching').consequence}${because('reaching')}`
    : '';
  const departed = done ? departures(brief, done, isPlanned) : [];
  const enclosure = rig.enclosure === 'open' ? 'open bench' : rig.enclosure;
  return [
    {
      question: 'What is compared?',
      answer: `${question.label}. ${question.can} Not answered: ${insideSentence(question.cannot)}`,
    },
    ...(done ? [] : [{ question: 'Is it measured?', answer: 'Not yet: this is the plan.' }]),
    {
      question: `Why at ${line} dB(A)?`,
      answer: `All are read off their curves at ${line} dB(A) ${rig.meterDistanceCm} cm from the middle of the ${byAir ? 'fan' : isAboutCases(brief.question) ? 'case' : 'cooler'}${others.length > 0 ? `, and at ${listed(others, 'dB(A)')} beside it` : ''}.${because('point')} ${floor}; it is taken off by energy, and a reading less than 3 dB over it is only an upper bound. Equal noise here means equal level at that place, not that they sound alike.${reached}`,
    },
    {
      question: 'Why is that louder than the box says?',
      answer:
        'Makers measure in other rooms, at other distances, often one fan alone in free air. Levels from another room, distance or a maker’s box cannot be set beside these, and no formula makes them comparable.',
    },
    ...airAnswers(brief),
    ...(byAir || isAboutCases(brief.question) || !isPlanned
      ? []
      : aboutFans
        ? [
            {
              question: 'Why these fans, and not two?',
              answer: `Fans: ${chosen('fans').label}. ${chosen('fans').consequence}${because('fans')} A second fan makes another entry, with its price counted.`,
            },
          ]
        : [
            {
              question: 'On which cooler?',
              answer: `All ${question.many} are tested on one heatsink, fitted the same way each time.${because('fans')}`,
            },
          ]),
    ...(isCold
      ? []
      : [
          {
            question: 'How much heat?',
            answer: `${listed(loads, '').trim()}. ${heat.consequence}${because('heat')}`,
          },
          {
            question: 'Why rises and not temperatures?',
            answer: `${choiceOf('temperature', 'rise').consequence} Temperatures are converted to a room of ${brief.referenceAmbientC} °C and a limit of ${rig.limitC} °C.${because('temperature')}`,
          },
          {
            question: 'When is a run settled?',
            answer: `When the rise moves less than 0.12 K/min over the last ${Math.round(brief.windowS / 60)} min with the load on and the settling fit sees less than 0.3 K still to come. The mean over that window counts.${because('statistic')}`,
          },
        ]),
    { question: 'How sure is it?', answer: howSure(brief, done) },
    ...(departed.length > 0
      ? [
          {
            question: 'Where does it depart from the plan?',
            answer: `${departed.map((name) => sentence(name)).join('. ')}.`,
          },
        ]
      : []),
    {
      question: 'On what?',
      answer: `${rig.name}, revision ${rig.revision}, ${enclosure}${isCold || !isPlanned ? '.' : `; ${chosen('interface').label}.${because('interface')}`}${because('enclosure')}`,
    },
  ];
}
