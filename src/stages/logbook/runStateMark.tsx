import { Termed } from '@/ui/marks/term';
import type { RunState } from '@/core/runs/runState';

const LOOK: Record<RunState, { sign: string; tone: string }> = {
  settled: { sign: '', tone: 'text-ok' },
  typed: { sign: '✎', tone: 'text-ink2' },
  'other readings': { sign: '○', tone: 'text-ink2' },
  'no result': { sign: '✕', tone: 'text-bad' },
  'at the limit': { sign: '▲', tone: 'text-bad' },
  'rising again': { sign: '⇈', tone: 'text-bad' },
  rising: { sign: '↗', tone: 'text-warn' },
  falling: { sign: '↘', tone: 'text-warn' },
  'too short': { sign: '◌', tone: 'text-warn' },
  'not settled': { sign: '◌', tone: 'text-warn' },
  'set aside': { sign: '⊘', tone: 'text-ink2' },
};

export function RunStateMark({ state }: { state: RunState }) {
  const { sign, tone } = LOOK[state];
  return (
    <span className={`whitespace-nowrap ${tone}`}>
      {sign && <span aria-hidden="true">{sign} </span>}
      <Termed>{state}</Termed>
    </span>
  );
}
