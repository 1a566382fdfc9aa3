// npm run calibrate: simulates whole round-ups of many designs by our own rules, and writes docs/calibration.md (DOUBT 5).
import type { Variance } from '@/core/statistics/variance';
import { writeFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import { smallestDifferenceK } from '@/core/plan/smallestDifference';
import { rehearse } from '@/core/rehearsal/rehearse';
import type { RehearsedDesign } from '@/core/rehearsal/round';
import type { Chance } from '@/core/statistics/chance';

const { values } = parseArgs({ options: { rounds: { type: 'string' }, seed: { type: 'string' } } });
const rounds = Number(values.rounds ?? 1000);
const seed = Number(values.seed ?? 7);

const USUAL: RehearsedDesign = {
  ...{ entries: 6, mounts: 2, passes: 1, settings: 5, mountK: 0.4, passK: 0.13, levelDb: 0, gapK: 0 },
};
const mixed = (entries: number) => (i: number) => 0.2 + (0.6 * i) / (entries - 1);
const fiveTimes = (i: number) => (i === 0 ? 2 : 0.4);
/** Student's t of four degrees of freedom, scaled to a standard deviation of one. */
const heavyTailed = (chance: Chance) => {
  const squares = [1, 2, 3, 4].reduce((sum) => sum + chance.normal() ** 2, 0);
  return chance.normal() / Math.sqrt(squares / 4) / Math.SQRT2;
};
/** An exponential less its mean: most mounts a little better, some much worse. */
const skewed = (chance: Chance) => -Math.log(1 - chance.uniform()) - 1;

interface Row {
  name: string;
  design: Partial<RehearsedDesign>;
  history?: Variance;
}

function table(title: string, rows: readonly Row[]): string {
  const lines = rows.map(({ name, design, history = null }) => {
    const told = rehearse({ ...USUAL, ...design }, { rounds, seed, history });
    const line = `| ${name} | ${told.intervalsHold.toFixed(3)} | ${told.worstHolds.toFixed(2)} | ${told.anyTold.toFixed(3)} | ${told.interval95.toFixed(design.of === 'airspeed' ? 3 : 2)} |`;
    process.stdout.write(`${line}\n`);
    return line;
  });
  return [`## ${title}`, '', '| design | ± holds | worst entry | any told apart | mean ± |', '| --- | --- | --- | --- | --- |', ...lines, ''].join('\n'); // prettier-ignore
}

const repeats = [1, 2, 3].flatMap((mounts) => [1, 2, 5].map((passes) => ({ mounts, passes })));
const spreads: Row[] = repeats.flatMap(({ mounts, passes }) => [
  { name: `6, ${mounts}×${passes}`, design: { mounts, passes } },
  ...(mounts === 1
    ? []
    : [
        { name: `6, ${mounts}×${passes}, spreads 0.2–0.8 K`, design: { mounts, passes, mountK: mixed(6) } },
        { name: `6, ${mounts}×${passes}, one at five times`, design: { mounts, passes, mountK: fiveTimes } },
      ]),
]);
const others: Row[] = [
  { name: '2, 2×1', design: { entries: 2 } },
  { name: '2, 3×1', design: { entries: 2, mounts: 3 } },
  { name: '24, 2×1', design: { entries: 24 } },
  { name: '24, 2×1, spreads 0.2–0.8 K', design: { entries: 24, mountK: mixed(24) } },
  { name: '24, 3×1', design: { entries: 24, mounts: 3 } },
  ...[2, 3, 8].map((settings) => ({ name: `6, 2×1, ${settings} settings`, design: { settings } })),
  { name: '6, 2×1, heavy tails (t, 4)', design: { error: heavyTailed } },
  { name: '6, 2×1, skewed (exponential)', design: { error: skewed } },
  { name: '6, 3×1, skewed (exponential)', design: { mounts: 3, error: skewed } },
  ...[1, 2].map((passes) => ({ name: `6, 1×${passes}, levels 0.5 dB`, design: { mounts: 1, passes, levelDb: 0.5 } })), // prettier-ignore
  { name: '6, 2×1, levels 0.2 dB', design: { levelDb: 0.2 } },
  { name: '6, 2×1, levels 0.5 dB', design: { levelDb: 0.5 } },
  { name: '6, 3×3, levels 0.5 dB', design: { mounts: 3, passes: 3, levelDb: 0.5 } },
  { name: '6, 2×1, room 29 dB(A), moves 1 dB with a mount', design: { room: { levelDb: 29, withMountDb: 1, withEntryDb: 0 } } }, // prettier-ignore
  { name: '6, 2×1, the same, once for an entry', design: { room: { levelDb: 29, withMountDb: 0, withEntryDb: 1 } } }, // prettier-ignore
  { name: '6, 2×1, days move 0.2 K, interleaved', design: { day: { movesK: 0.2, interleaved: true } } },
  { name: '6, 2×1, each entry on a day of its own', design: { day: { movesK: 0.2, interleaved: false } } },
  { name: '6, 2×1, a tenth of cells missing', design: { missing: 0.1 } },
  { name: '6, 3×1, a quarter missing', design: { mounts: 3, missing: 0.25 } },
];
const known = { freedom: 40, variance: 0.16 };
const histories: Row[] = [
  { name: '6, 1×1', design: { mounts: 1 }, history: known },
  { name: '6, 2×1', design: {}, history: known },
  {
    name: '6, 2×1, spreads 0.2–0.8 K, history of their mean',
    design: { mountK: mixed(6) },
    history: { freedom: 40, variance: 0.292 },
  },
  { name: '6, 2×1, one at five times', design: { mountK: fiveTimes }, history: known },
  { name: '6, 3×1', design: { mounts: 3 }, history: known },
  { name: '24, 2×1', design: { entries: 24 }, history: known },
  { name: '6, 2×1, history of 0.2 K, now 0.4', design: {}, history: { freedom: 40, variance: 0.04 } },
];
const responses: Row[] = [1, 2, 3].flatMap((mounts) => [
  { name: `airspeed, 6, ${mounts}×2, 3 % a mount`, design: { of: 'airspeed' as const, mounts, passes: 2, mountK: 0.03, passK: 0.01 } }, // prettier-ignore
  { name: `level at a speed, 6, ${mounts}×2, 0.4 dB a mount`, design: { of: 'level' as const, mounts, passes: 2 } }, // prettier-ignore
]);

function power(): string {
  const designs = [
    { entries: 2, mounts: 2, passes: 1 },
    { entries: 2, mounts: 3, passes: 1 },
    { entries: 6, mounts: 2, passes: 1 },
    { entries: 6, mounts: 3, passes: 1 },
    { entries: 24, mounts: 2, passes: 1 },
  ];
  const lines = designs.map((design) => {
    const scatter = { mountK: 0.4, passK: 0.13 };
    const gapK = smallestDifferenceK({ ...design, controlMounts: design.mounts, scatter });
    const { neighboursTold } = rehearse({ ...USUAL, ...design, gapK }, { rounds, seed });
    const line = `| ${design.entries}, ${design.mounts}×${design.passes} | ${gapK.toFixed(2)} K | ${neighboursTold.toFixed(2)} |`;
    process.stdout.write(`${line}\n`);
    return line;
  });
  return ['## Power: the smallest difference of a plan', '', '| design | gap | told apart |', '| --- | --- | --- |', ...lines, ''].join('\n'); // prettier-ignore
}

const text = [
  '# Calibration',
  '',
  `Whole round-ups simulated and ranked by the rules of the application (\`npm run calibrate\`, ${rounds} of each design, seed ${seed}): how often ± holds the truth, for the entry for which it holds least often, how often any two equal entries are told apart, and how wide ± is. Entries × mounts × passes; mounts 0.4 K and passes 0.13 K unless told; DOUBT, section 5, is what is promised.`,
  '',
  table('Spreads and repeats', spreads),
  table('Other designs', others),
  table('With earlier remounts of the rig: 40 degrees of freedom, 0.4 K unless told', histories),
  table('Other responses (their ± in m/s and dB)', responses),
  power(),
].join('\n');
writeFileSync('docs/calibration.md', text);
