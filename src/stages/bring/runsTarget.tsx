'use client';

import { Options } from '@/ui/form/options';

export interface RoundUpChoice {
  id: number;
  title: string;
  entries: { entry: string; product: string }[];
  /** Heat loads of its method, in words. */
  loads: string[];
}

/** A round-up to be begun with these runs, as typed. */
export interface NewTarget {
  title: string;
  rigName: string;
  meterDistanceCm: string;
  limitC: string;
  noiseLineDba: string;
}

export const BLANK_TARGET: NewTarget = {
  title: '',
  rigName: 'Bench',
  meterDistanceCm: '60',
  limitC: '90',
  noiseLineDba: '33',
};

/** Where the runs go: a round-up there is, or a new one. */
export function RunsTarget({
  into,
  onInto,
  roundUps,
  target,
  onTarget,
  children,
}: {
  /** Id of the round-up; empty for a new one. */
  into: string;
  onInto: (into: string) => void;
  roundUps: RoundUpChoice[];
  target: NewTarget;
  onTarget: (target: NewTarget) => void;
  children: React.ReactNode;
}) {
  return (
    <section
      aria-label="Where the runs go"
      className="flex flex-wrap items-end gap-3 border-t border-hairline pt-3 text-[14.5px]"
    >
      <label className="block">
        <span className="label-text">Into</span>
        <select
          className="block rounded border border-hairline bg-raised px-2 py-1"
          value={into}
          onChange={(event) => onInto(event.target.value)}
        >
          <option value="">a new round-up</option>
          <Options of={roundUps.map((roundUp) => [roundUp.id, roundUp.title])} />
        </select>
      </label>
      {into === '' &&
        (
          [
            ['title', 'Title', '16rem'],
            ['rigName', 'Rig', '9rem'],
            ['meterDistanceCm', 'Meter, cm', '5.5rem'],
            ['limitC', 'Limit, °C', '5.5rem'],
            ['noiseLineDba', 'Line, dB(A)', '5.5rem'],
          ] as const
        ).map(([name, label, width]) => (
          <label key={name} className="block" style={{ width }}>
            <span className="label-text">{label}</span>
            <input
              className="w-full rounded border border-hairline bg-raised px-1.5 py-1"
              value={target[name]}
              onChange={(event) => onTarget({ ...target, [name]: event.target.value })}
            />
          </label>
        ))}
      {children}
    </section>
  );
}
