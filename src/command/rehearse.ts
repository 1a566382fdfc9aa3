import { rehearse, type Rehearsed } from '@/core/rehearsal/rehearse';
import type { RehearsedDesign } from '@/core/rehearsal/round';
import { numberFlag, readFlags, runCommand, UsageError } from './arguments';

const USAGE =
  './abanico rehearse [--entries 8] [--mounts 2] [--passes 1] [--settings 6] [--mount-spread K] [--pass-spread K] [--level-spread DB] [--gap K] [--rounds 300] [--seed N] [--json]';

/** Flags with what stands where they are not given, and what they may be. */
const FLAGS = {
  entries: { usual: 8, least: 1, most: 60 },
  mounts: { usual: 2, least: 1, most: 12 },
  passes: { usual: 1, least: 1, most: 12 },
  settings: { usual: 6, least: 1, most: 20 },
  'mount-spread': { usual: 0.4, least: 0, most: 20 },
  'pass-spread': { usual: 0.13, least: 0, most: 20 },
  'level-spread': { usual: 0, least: 0, most: 6 },
  gap: { usual: 1, least: 0, most: 20 },
  rounds: { usual: 300, least: 1, most: 20_000 },
  seed: { usual: 1, least: -1e9, most: 1e9 },
} as const;
const WHOLE: ReadonlySet<string> = new Set(['entries', 'mounts', 'passes', 'settings', 'rounds', 'seed']);

type Flag = keyof typeof FLAGS;

function flagValue(name: Flag, text: string | undefined): number {
  const { usual, least, most } = FLAGS[name];
  const value = numberFlag(name, text) ?? usual;
  if (value >= least && value <= most && (!WHOLE.has(name) || Number.isInteger(value))) return value;
  throw new UsageError(
    `--${name}: ${WHOLE.has(name) ? 'a whole number' : 'a number'} from ${least} to ${most} expected, got ${value}`,
  );
}

const percent = (share: number) => `${(100 * share).toFixed(1)} %`;

function inWords(design: RehearsedDesign, told: Rehearsed): string {
  const { rounds, winnerAlone, winnerShares, winnerMissed, neighboursTold, intervalsHold, anyTold } = told;
  const lines =
    design.gapK === 0
      ? [`${percent(anyTold)} of rounds separated any two of these equal entries`]
      : [
          `the true best was alone in first place in ${percent(winnerAlone)}, shared it in ${percent(winnerShares)}, missed it in ${percent(winnerMissed)}`,
          `neighbours, ${design.gapK} K apart, were separated in ${percent(neighboursTold)}`,
        ];
  return [
    `${rounds} round-ups of ${design.entries} entries, ${design.mounts} × ${design.passes} × ${design.settings} (mounts, passes, settings):`,
    ...lines,
    `${percent(intervalsHold)} of values lay within their ±, ± ${told.interval95.toFixed(2)} K on average`,
  ].join('\n');
}

void runCommand(async () => {
  const names = Object.keys(FLAGS) as Flag[];
  const values = readFlags(USAGE, {
    ...Object.fromEntries(names.map((name) => [name, { type: 'string' as const }])),
    json: { type: 'boolean' },
  });
  const of = (name: Flag) => flagValue(name, values[name] as string | undefined);
  const design: RehearsedDesign = {
    ...{ entries: of('entries'), mounts: of('mounts'), passes: of('passes'), settings: of('settings') },
    ...{ mountK: of('mount-spread'), passK: of('pass-spread'), levelDb: of('level-spread'), gapK: of('gap') },
  };
  const told = rehearse(design, { rounds: of('rounds'), seed: of('seed') });
  const { rounds, winnerAlone, winnerShares, winnerMissed, neighboursTold, intervalsHold, anyTold } = told;
  const result = {
    ...{ rounds, winnerAlone, winnerShares, winnerMissed, neighboursTold, intervalsHold },
    ...(design.gapK === 0 ? { anyTold } : {}),
  };
  process.stdout.write(`${values.json ? JSON.stringify(result, null, 2) : inWords(design, told)}\n`);
});
