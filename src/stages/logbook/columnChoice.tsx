'use client';

import { parseAsArrayOf, parseAsString, useQueryState } from 'nuqs';
import { useTransition } from 'react';

/** Which other values of a run stand as columns: graphics card, regulators, clock, airspeed at a place. In the address. */
export function ColumnChoice({ offered }: { offered: readonly { key: string; name: string }[] }) {
  const [busy, startTransition] = useTransition();
  // What was ticked shows at once; its values come from the server.
  const [columns, setColumns] = useQueryState(
    'columns',
    parseAsArrayOf(parseAsString)
      .withDefault([])
      .withOptions({ shallow: false, history: 'replace', startTransition }),
  );
  const shown = columns.filter((key) => offered.some((column) => column.key === key));
  if (offered.length === 0) return null;
  function toggle(key: string, isShown: boolean) {
    const next = isShown ? [...shown, key] : shown.filter((other) => other !== key);
    void setColumns(next.length > 0 ? next : null);
  }
  return (
    <details className="relative" aria-busy={busy}>
      <summary className="quiet-button list-none">Columns{shown.length > 0 && ` ${shown.length}`}</summary>
      <fieldset className="absolute right-0 z-20 mt-1 w-72 rounded-md border border-hairline bg-raised p-3 shadow-md">
        <legend className="sr-only">Other values as columns</legend>
        {offered.map(({ key, name }) => (
          <label key={key} className="flex items-center gap-2 py-0.5 text-[14.5px]">
            <input
              type="checkbox"
              checked={shown.includes(key)}
              onChange={(event) => toggle(key, event.target.checked)}
            />
            {name}
          </label>
        ))}
      </fieldset>
    </details>
  );
}
