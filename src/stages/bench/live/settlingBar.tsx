import { FLOOR_WAIT_S } from '@/core/bench/steps/stepFloor';
import { holdsForS, SPUN_UP_S } from '@/core/bench/steps/stepSoak';
import { STEADY_K_PER_MIN } from '@/core/settling/steady';
import { figure } from '@/ui/marks/figures';
import type { LiveSample, LiveSession } from '@/core/bench/benchEvent';
import { readingSoFar, type ReadingSoFar } from '@/core/bench/readingSoFar';

interface Words {
  big: string;
  /** How much of the step is through, 0 to 1. */
  share: number;
  sentence: string;
  more: string;
  good: boolean;
}

function minutes(s: number): string {
  if (s < 90) return `${Math.max(1, Math.round(s / 5) * 5)} s left`;
  return `${Math.round(s / 60)} min left`;
}

/** Seconds that a step of fixed length lasts; null where it has none. */
function lengthS({ state, rule }: LiveSession): number | null {
  if (state.phase === 'floor') return FLOOR_WAIT_S + rule.readingS;
  if (state.phase === 'warm-up') return rule.warmUpS;
  if (state.phase === 'reading') return rule.readingS;
  // Without heat a setting stands once its fans have come to their speed.
  if (state.phase === 'soak' && rule.airOnly) return SPUN_UP_S;
  return null;
}

/** The meter as far as it has been read, with the bursts that are left out. */
function readingWords(far: ReadingSoFar): string {
  const { reading, bursts, count } = far;
  const level = `${figure(reading.levelDb, 1)} dB(A) so far`;
  if (bursts.length === 0) return `${level}, no bursts.`;
  return `${level}; ${bursts.length} of ${count} levels left out as bursts, with them ${figure(reading.rawDb, 1)}.`;
}

function words(session: LiveSession, samples: readonly LiveSample[]): Words | null {
  const { state, rule } = session;
  const nowS = samples.at(-1)?.[0] ?? session.clockS;
  const fixedS = lengthS(session);
  const soFar = state.phase === 'reading' ? readingSoFar(samples, state.sinceS) : null;
  if (fixedS !== null) {
    const spentS = nowS - state.sinceS;
    return {
      big: minutes(Math.max(0, fixedS - spentS)),
      share: spentS / fixedS,
      sentence: soFar ? readingWords(soFar) : state.said,
      more: '',
      good: false,
    };
  }
  if (state.phase === 'trim') {
    const tried = state.trim
      .map((reading) => `${reading.dutyPct}\u202f% ${figure(reading.levelDb, 1)}`)
      .join(', ');
    return {
      big: `${state.dutyPct}\u202f%`,
      share: state.trim.length / 8,
      sentence: state.said,
      more: tried && `Tried: ${tried} dB(A).`,
      good: false,
    };
  }
  if (state.phase !== 'soak') return null;
  const { gauge } = state;
  const spentS = nowS - state.soakFromS;
  if (!gauge || gauge.slopeKPerMin === null)
    return {
      big: 'Just begun',
      share: spentS / rule.windowS / 2,
      sentence: state.said,
      more: '',
      good: false,
    };
  const { slopeKPerMin, endK, endDoubtK, leftS } = gauge;
  const slope = `${slopeKPerMin >= 0 ? 'Rising' : 'Falling'} ${figure(Math.abs(slopeKPerMin), 2)} K/min. Settled means under ${STEADY_K_PER_MIN} for ${Math.round(rule.windowS / 60)} min.`;
  const end =
    endK === null
      ? 'Final rise: not available yet.'
      : `Final rise: ${figure(endK, 1)} ± ${figure(endDoubtK!, 1)} K, forecast.`;
  if (gauge.settled) {
    const holdS = holdsForS(gauge, rule);
    const heldS = state.steadySinceS === null ? 0 : nowS - state.steadySinceS;
    if (!Number.isFinite(holdS))
      return {
        big: 'Nearly there',
        share: 0.9,
        sentence: slope,
        more: `${end} The ${Math.round(rule.windowS / 60)} min mean is ${figure(Math.abs(gauge.shortK!), 1)} K from it.`,
        good: false,
      };
    return {
      big: minutes(Math.max(0, holdS - heldS)),
      share: Math.min(0.99, 0.9 + 0.1 * (heldS / holdS)),
      sentence: `Settled. Confirming for ${Math.round(holdS / 60)} min.`,
      more: end,
      good: true,
    };
  }
  const windowLeftS = rule.windowS - spentS;
  if (leftS === null && windowLeftS > 0)
    return {
      big: minutes(windowLeftS).replace('left', 'at least'),
      share: Math.min(0.9, spentS / (spentS + windowLeftS)),
      sentence: slope,
      more: `${end} The window is still to fill.`,
      good: false,
    };
  if (leftS === null || leftS === 0)
    return {
      big: 'Settling',
      share: Math.min(0.95, spentS / (2 * rule.windowS)),
      sentence: slope,
      more: `${end} Not yet: ${gauge.why}.`,
      good: false,
    };
  return { big: minutes(leftS), share: spentS / (spentS + leftS), sentence: slope, more: end, good: false };
}

/** How far the step in hand is, when it ends, and why. */
export function SettlingBar({ session, samples }: { session: LiveSession; samples: readonly LiveSample[] }) {
  const other = words(session, samples);
  if (!other) return null;
  const percent = Math.round(100 * Math.min(1, Math.max(0, other.share)));
  return (
    <section
      className="grid gap-x-6 gap-y-1 border-t border-hairline pt-2 md:grid-cols-[190px_1fr]"
      aria-label="Settling"
    >
      <p
        className={`font-display text-[27px] leading-tight font-bold ${other.good ? 'text-ok' : 'text-act'}`}
      >
        {other.big}
      </p>
      <div>
        <div
          className="h-3 overflow-hidden rounded-full bg-sunk"
          role="progressbar"
          aria-label="How far"
          aria-valuemin={0}
          aria-valuemax={100}
          aria-valuenow={percent}
        >
          <div
            className={`h-full rounded-full ${other.good ? 'bg-ok' : 'bg-act'}`}
            style={{ width: `${percent}%` }}
          />
        </div>
        <p className="pt-1.5 text-[14.5px]">
          {other.sentence} <span className="text-[13px] text-ink2">{other.more}</span>
        </p>
      </div>
    </section>
  );
}
