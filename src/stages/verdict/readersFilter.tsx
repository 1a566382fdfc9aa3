'use client';

import type { FilterData } from '@/lab/orders/verdictPage';
import { parseAsFloat, parseAsString, useQueryStates } from 'nuqs';
import type { LabCase } from '@/core/cases/labCase';
import type { ReadersWish } from '@/core/lineUp/readersWish';
import { plural } from '@/ui/marks/figures';
import { NumberField, TextField } from '@/ui/form/fields';

const FIELDS: { key: string; name: keyof Omit<ReadersWish, 'socket'>; label: string; unit: string }[] = [
  { key: 'height', name: 'heightMm', label: 'Height, at most', unit: 'mm' },
  { key: 'memory', name: 'memoryMm', label: 'RAM height', unit: 'mm' },
  { key: 'thick', name: 'fanThicknessMm', label: 'Fan, at most', unit: 'mm' },
  { key: 'radiator', name: 'radiatorMm', label: 'Radiator, at most', unit: 'mm' },
  { key: 'deep', name: 'radiatorDepthMm', label: 'Its depth with fans', unit: 'mm' },
  { key: 'holds', name: 'watts', label: 'Holds at the line', unit: 'W' },
  { key: 'quiet', name: 'noiseDba', label: 'As quiet as', unit: 'dB(A)' },
  { key: 'budget', name: 'budget', label: 'Budget', unit: '' },
];

/** What a reader can take: whoever does not fit is left out of the ranking, and why is told. */
export function ReadersFilter({ data }: { data: FilterData }) {
  const { wish, cases, leftOut } = data;
  const [, setWish] = useQueryStates(
    {
      ...{ height: parseAsFloat, memory: parseAsFloat, thick: parseAsFloat, radiator: parseAsFloat },
      deep: parseAsFloat,
      ...{ holds: parseAsFloat, quiet: parseAsFloat, budget: parseAsFloat, socket: parseAsString },
    },
    { shallow: false, history: 'replace' },
  );
  const isOn = data.kept < data.all || Object.values(wish).some((value) => value !== null && value !== '');
  const asCase = ({ coolerHeightMm, memoryHeightMm, sides }: LabCase) => {
    const radiators = sides.flatMap(({ radiatorMm }) => radiatorMm ?? []);
    const depths = sides.flatMap(({ radiatorDepthMm }) => radiatorDepthMm ?? []);
    return {
      ...{ height: coolerHeightMm, memory: memoryHeightMm },
      radiator: radiators.length > 0 ? Math.max(...radiators) : null,
      deep: depths.length > 0 ? Math.max(...depths) : null,
    };
  };
  return (
    <details className="border-b border-hairline pb-2" open={isOn}>
      <summary className="cursor-pointer text-[14.5px] font-semibold">
        Filter by fit
        {isOn && (
          <span role="status" className="pl-2 font-normal text-ink2">
            {plural(data.kept, 'entry', 'entries')} of {data.all} kept, {leftOut.length} left out
          </span>
        )}
      </summary>
      <div className="grid grid-cols-2 gap-2.5 pt-2 sm:grid-cols-4 xl:grid-cols-9">
        {FIELDS.map(({ key, name, label, unit }) => (
          <NumberField
            key={key}
            optional
            label={label}
            unit={unit || data.currency}
            value={wish[name]}
            onValue={(value) => void setWish({ [key]: value })}
          />
        ))}
        <TextField
          label="Socket"
          list="sockets-noted"
          value={wish.socket}
          onValue={(socket) => void setWish({ socket: socket.trim() || null })}
        />
        <datalist id="sockets-noted">
          {data.sockets.map((socket) => (
            <option key={socket} value={socket} />
          ))}
        </datalist>
      </div>
      <p className="flex flex-wrap gap-2 pt-2 text-[14px]">
        {cases.map((labCase) => (
          <button
            key={labCase.name}
            type="button"
            className="quiet-button"
            onClick={() => void setWish(asCase(labCase))}
          >
            In {labCase.name}
          </button>
        ))}
        {isOn && (
          <button type="button" className="quiet-button" onClick={() => void setWish(null)}>
            Take all again
          </button>
        )}
      </p>
      {leftOut.length > 0 && (
        <ul aria-label="Left out" className="list-disc pt-1.5 pl-5 text-[14px] text-ink2">
          {leftOut.map(({ entry, product, why }) => (
            <li key={entry} data-left-out={entry} dir="auto">
              {product}: {why.join('; ')}
            </li>
          ))}
        </ul>
      )}
    </details>
  );
}
