import { placesRead, type Brief, type BriefLoad } from './brief';
import { choiceOf, SCHOOLS } from './schools';

export interface BriefChange {
  what: string;
  was: string;
  isNow: string;
  /** What can no longer be set beside what was measured before; empty where nothing suffers. */
  incomparable: string;
}

const loadText = (load: BriefLoad) =>
  `${load.program ? `${load.program} ` : ''}${load.watts} W${load.gpuWatts ? ` + ${load.gpuWatts} W` : ''}`;

/** What each school's change costs once runs exist. */
const SCHOOL_COST: Partial<Record<string, string>> = {
  fans: 'Runs with other fans belong to other entries: entries measured before keep theirs and are ranked as they are.',
  point: 'Charts already published compare at another point; the places can differ.',
  heat: 'Runs under the other kind of heat are not ranked with these.',
  enclosure: 'Runs in the other enclosure are not ranked with these: a new rig revision begins.',
  interface: 'Runs with the other joint are not ranked with these: a new rig revision begins.',
};

/**
 * What differs between two briefs, in words, and what that makes incomparable.
 *
 * Example: From two mounts to three: ‘mounts 2, now 3’; from 170 W to 150 W: that runs of both cannot be compared.
 */
export function briefChanges(was: Brief, isNow: Brief): BriefChange[] {
  const changes: BriefChange[] = [];
  const note = (what: string, before: unknown, after: unknown, incomparable = '') => {
    if (String(before) !== String(after))
      changes.push({ what, was: String(before), isNow: String(after), incomparable });
  };
  note(
    'question',
    was.question,
    isNow.question,
    'Entries chosen for the other question may not belong here.',
  );
  for (const { key, question } of SCHOOLS) {
    note(
      question.toLowerCase(),
      choiceOf(key, was.schools[key].choice).label,
      choiceOf(key, isNow.schools[key].choice).label,
      SCHOOL_COST[key],
    );
  }
  const places = (brief: Brief) =>
    placesRead(brief)
      .map(({ quantity, place }) => `${quantity} ${place}`)
      .join(', ') || 'none';
  note(
    'places',
    places(was),
    places(isNow),
    placesRead(isNow).length > 0 ? 'What was not read at a new place has no curve there.' : '',
  );
  const loads = (brief: Brief) => brief.loads.map(loadText).join(', ');
  const dropped = was.loads.filter(
    (load) => !isNow.loads.some((other) => loadText(other) === loadText(load)),
  );
  note(
    'heat loads',
    loads(was),
    loads(isNow),
    dropped.length > 0
      ? `Runs at ${dropped.map(loadText).join(', ')} leave the ranking; they stay in the logbook.`
      : 'Entries without runs at the new load have no curve there.',
  );
  note(
    'noise lines, dB(A)',
    was.noiseLinesDba.join(', '),
    isNow.noiseLinesDba.join(', '),
    was.noiseLinesDba[0] === isNow.noiseLinesDba[0]
      ? ''
      : 'Places published at the old line hold for that line only.',
  );
  note(
    'noise band, dB(A)',
    `${was.bandDba.from} to ${was.bandDba.to}`,
    `${isNow.bandDba.from} to ${isNow.bandDba.to}`,
    'Band scores published before are of another band.',
  );
  note(
    'reference room, °C',
    was.referenceAmbientC,
    isNow.referenceAmbientC,
    'Temperatures published before are for another room; rises stay.',
  );
  note(
    'settled window, s',
    was.windowS,
    isNow.windowS,
    'All runs are reduced anew; figures published before used another window.',
  );
  note('passes', was.passes, isNow.passes);
  note('mounts', was.mounts, isNow.mounts);
  const limits = ({ limits: limits }: Brief) =>
    `height ${limits.heightMm ?? '–'}, memory ${limits.memoryMm ?? '–'}, radiator ${limits.radiatorMm ?? '–'}, budget ${limits.budget ?? '–'}`;
  note('readers’ limits', limits(was), limits(isNow));
  note('deadline', was.deadline || 'none', isNow.deadline || 'none');
  note('embargo', was.embargo || 'none', isNow.embargo || 'none');
  return changes;
}
