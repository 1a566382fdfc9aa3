import type { RemountedEntry } from '@/lab/model/rigRemounts';
import type { RigSpreadView } from '@/lab/planning/rigSpreadView';
import { figure, plural } from '@/ui/marks/figures';

const WIDTH = 640;
const HEIGHT = 150;
const LEFT = 44;
const BOTTOM = 26;
const TOP = 10;

/** Half a kelvin more than the widest, in halves. */
const roof = (most: number) => Math.max(0.5, Math.ceil(2 * (most + 0.1)) / 2);

/** Every remounted entry by the order of its last day, each at what its own mounts scatter by; the rig’s own as a line. */
function Dots({
  own,
  others,
  rigK,
}: {
  own: RemountedEntry[];
  others: RemountedEntry[];
  rigK: number | null;
}) {
  const all = [
    ...own.map((entry) => ({ entry, isOwn: true })),
    ...others.map((entry) => ({ entry, isOwn: false })),
  ].sort((a, b) => (a.entry.lastOn < b.entry.lastOn ? -1 : 1));
  const top = roof(Math.max(rigK ?? 0, ...all.map(({ entry }) => entry.spreadK)));
  const y = (spreadK: number) => HEIGHT - BOTTOM - ((HEIGHT - BOTTOM - TOP) * spreadK) / top;
  const x = (i: number) => LEFT + ((WIDTH - LEFT - 16) * (i + 0.5)) / all.length;
  const [first, last] = [all[0]!.entry.lastOn, all.at(-1)!.entry.lastOn];
  return (
    <figure className="max-w-[640px]">
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        className="w-full"
        role="img"
        aria-label="Scatter of mounts, entry by entry"
      >
        {[0, top].map((tick) => (
          <g key={tick}>
            <line x1={LEFT} x2={WIDTH - 8} y1={y(tick)} y2={y(tick)} className="stroke-hairline" />
            <text x={LEFT - 8} y={y(tick) + 4} textAnchor="end" className="fill-ink2 text-[12px]">
              {figure(tick, 1)} K
            </text>
          </g>
        ))}
        {rigK !== null && (
          <line
            x1={LEFT}
            x2={WIDTH - 8}
            y1={y(rigK)}
            y2={y(rigK)}
            className="stroke-primary"
            strokeWidth={2}
          />
        )}
        {all.map(({ entry, isOwn }, i) => (
          <circle
            key={`${entry.product} ${entry.loadW} ${i}`}
            cx={x(i)}
            cy={y(entry.spreadK)}
            r={5}
            strokeWidth={2}
            className={isOwn ? 'fill-ink stroke-ink' : 'fill-base-100 stroke-ink'}
          >
            <title>{`${entry.product}, ${entry.loadW} W: ${figure(entry.spreadK, 2)} K over ${entry.mounts} mounts${entry.lastOn ? `, the last on ${entry.lastOn}` : ''}`}</title>
          </circle>
        ))}
        <text x={LEFT} y={HEIGHT - 6} className="fill-ink2 text-[12px]">
          {first}
        </text>
        {last !== first && (
          <text x={WIDTH - 8} y={HEIGHT - 6} textAnchor="end" className="fill-ink2 text-[12px]">
            {last}
          </text>
        )}
      </svg>
      <figcaption className="text-[13.5px] text-ink2">
        One dot for each remounted entry and load, by the day of its last run: ● of this round-up, ○ of others
        on this revision; the line is the scatter that ± uses.
      </figcaption>
    </figure>
  );
}

/** What mounting again changes on this rig, by all of its remounts: what every ± stands on, with its history. */
export function RigSpread({ spread }: { spread: RigSpreadView }) {
  const { rig, own, others, isBrought, lineDb } = spread;
  const here = rig ? Math.round(rig.freedom - rig.earlier) : 0;
  return (
    <section aria-label="Scatter of this rig" className="space-y-2">
      <h2 className="font-display text-[18px] font-bold">What mounting again changes</h2>
      {rig ? (
        <p className="text-[14.5px]">
          <strong>{figure(rig.spreadK, 2)} K</strong> at {rig.loadW} W and {figure(lineDb, 1)} dB(A), one
          standard deviation of a mount, by {plural(Math.round(rig.freedom), 'remount')} on this revision:{' '}
          {here} of this round-up, {Math.round(rig.earlier)} of others
          {isBrought && ' (they came with a bundle)'}. Every ± of a rise at this load uses it.
          {rig.freedom < 6 && ' With fewer than six, ± still leans on the assumed 0.5 K.'}
        </p>
      ) : (
        <p className="text-[14.5px] text-ink2">
          Nothing was mounted twice on this revision: 0.5 K is assumed. The first six remounts, of whatever
          round-up, replace it step by step.
        </p>
      )}
      {rig?.historyLeft && (
        <p className="text-[14.5px] text-warn">
          ▲ The mounts of this round-up scatter more than the rig did before: what others showed is left out
          until they agree.
        </p>
      )}
      {own.length + others.length > 0 && <Dots own={own} others={others} rigK={rig?.spreadK ?? null} />}
    </section>
  );
}
