'use client';

import { Link } from '@/ui/frame/link';
import { useState } from 'react';
import { airBalance, balanceWords } from '@/core/cases/airBalance';
import type { LabCase } from '@/core/cases/labCase';
import { layoutProblem, slotName, type LayoutFan } from '@/core/cases/layout';
import { nearestLayout } from '@/core/cases/layoutDifference';
import { sentence } from '@/core/words';
import { NumberField, TextField } from '@/ui/form/fields';
import { fieldsOf } from '@/ui/form/fieldsOf';
import { LayoutDrawing } from './layoutDrawing';
import { Button } from '@/ui/frame/button';

export interface OtherLayout {
  name: string;
  layout: readonly LayoutFan[];
}

/** What a layout is set beside, and the case that it goes into. */
export interface InCase {
  others: readonly OtherLayout[];
  /** Airspeed in the open of fans that this lab has measured, by name in lower case, m/s. */
  airspeeds: ReadonlyMap<string, number>;
  /** The case as the lab keeps it; null where nobody has noted it. */
  labCase: LabCase | null;
  enclosure: string;
}

/** The fans of a case: drawn, listed, and set beside the layout that is most like it. */
export function LayoutEditor({
  layout,
  onLayout,
  others,
  airspeeds,
  labCase,
  enclosure,
}: InCase & { layout: readonly LayoutFan[]; onLayout: (layout: LayoutFan[]) => void }) {
  const last = layout.at(-1);
  const [fresh, setFresh] = useState({
    fan: last?.fan ?? '',
    sizeMm: last?.sizeMm ?? 120,
    dutyPct: null as number | null,
  });
  const at = fieldsOf(fresh, setFresh);
  const nearest = nearestLayout(layout, others);
  const problem = layoutProblem(layout, labCase?.sides);
  const balance = airBalance(layout, airspeeds);
  return (
    <div className="space-y-2">
      <LayoutDrawing
        layout={layout}
        onLayout={onLayout}
        fresh={{ ...fresh, fan: fresh.fan.trim() || 'fan' }}
        sides={labCase?.sides}
      />
      {problem && (
        <p role="alert" className="text-[14px] text-bad">
          ▲ {sentence(problem)}.
        </p>
      )}
      <p className="text-[14px] text-ink2">
        {labCase ? 'Places of ' : 'Places of a usual case, for want of a sheet of '}
        <Link href="/cases" dir="auto" className="underline underline-offset-2">
          {labCase?.name ?? (enclosure === 'open' ? 'this one' : enclosure)}
        </Link>
        .
      </p>
      <p className="label-text">
        Press an empty place to put a fan in, a fan to turn it round, Delete to take it out; drag it
        elsewhere. Light blows in, dark blows out.
      </p>
      <div className="grid grid-cols-[1fr_5rem_6rem] gap-2">
        <TextField label="Put in" {...at('fan')} placeholder="name of the fan" />
        <NumberField label="Size" unit="mm" optional {...at('sizeMm', 120)} />
        <NumberField label="Own duty" unit="%" optional {...at('dutyPct')} />
      </div>
      {layout.length > 0 && (
        <ul className="space-y-1 text-[14px]" aria-label="Fans of this layout">
          {layout.map((fan, i) => (
            <li
              key={slotName(fan)}
              className="grid grid-cols-[5.5rem_minmax(0,1fr)_auto_auto] items-center gap-2"
            >
              <span className="text-ink2">
                {slotName(fan)}, {fan.direction}
              </span>
              <input
                className="w-full min-w-0 rounded border border-hairline bg-raised px-2 py-0.5"
                aria-label={`Fan at ${slotName(fan)}`}
                value={fan.fan}
                onChange={({ target }) => onLayout(layout.with(i, { ...fan, fan: target.value }))}
              />
              <span className="text-right text-ink2">
                {fan.sizeMm === null ? '' : `${fan.sizeMm} mm`}
                {fan.dutyPct === null ? '' : `, ${fan.dutyPct} %`}
              </span>
              <Button
                className="px-2! py-0.5!"
                aria-label={`Take out ${slotName(fan)}`}
                onClick={() => onLayout(layout.filter((other) => other !== fan))}
              >
                ✕
              </Button>
            </li>
          ))}
        </ul>
      )}
      {balance && <p className="text-[14px]">{balanceWords(balance)}.</p>}
      {nearest && (
        <p className={`text-[14px] ${nearest.differences.length === 1 ? '' : 'text-warn'}`} role="status">
          {nearest.differences.length === 0 ? (
            <>
              ▲ The same fans in the same places as <span dir="auto">{nearest.other.name}</span>.
            </>
          ) : nearest.differences.length === 1 ? (
            <>
              Against <span dir="auto">{nearest.other.name}</span> one thing differs: {nearest.differences[0]}
              .
            </>
          ) : (
            <>
              ▲ Against <span dir="auto">{nearest.other.name}</span>, the most like it,{' '}
              {nearest.differences.length} things differ: {nearest.differences.join('; ')}. These two alone do
              not show which of them a result comes from.
            </>
          )}
        </p>
      )}
    </div>
  );
}
