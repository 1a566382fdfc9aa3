import type { LogbookRow } from '@/core/runs/logbookRow';
import { CopiesOut } from '../desk/copiesOut';
import { Link } from '@/ui/frame/link';
import { plural } from '@/ui/marks/figures';
import { ColumnChoice } from './columnChoice';
import type { TypedLoad } from './typeRunRow';
import { Button } from '@/ui/frame/button';

export const SHOWN = ['all', 'flagged', 'set-aside', 'deleted'] as const;

/** What of the logbook is looked at; as an address has it. */
export interface LogbookView {
  find: string;
  entry: string;
  load: string;
  show: (typeof SHOWN)[number];
}

/** How many runs there are, which of them are shown, and how more come in. */
export function LogbookHead({
  roundUpId,
  rows,
  shown,
  deleted,
  loads,
  offered,
  readsAir,
  view,
  search,
  onView,
  onPaste,
  onType,
}: {
  roundUpId: number;
  rows: readonly LogbookRow[];
  /** How many of them are shown, and how many were deleted. */
  shown: number;
  deleted: number;
  loads: TypedLoad[];
  offered: { key: string; name: string }[];
  readsAir: boolean;
  view: LogbookView;
  search: React.RefObject<HTMLInputElement | null>;
  onView: (part: { [K in keyof LogbookView]?: LogbookView[K] | null }) => void;
  onPaste: () => void;
  onType: (what: 'heat' | 'air') => void;
}) {
  const flagged = rows.filter((row) => row.flagged).length;
  const aside = rows.filter((row) => row.state === 'set aside').length;
  const entryName = view.entry && (rows.find((row) => row.entry === view.entry)?.product ?? view.entry);
  return (
    <div className="flex flex-wrap items-center gap-x-4 gap-y-2 pb-2">
      <h2 className="font-display text-[22px] font-bold">
        {shown === rows.length ? plural(rows.length, 'run') : `${shown} of ${plural(rows.length, 'run')}`}
      </h2>
      <label className="flex items-center gap-2 rounded-md border border-hairline bg-raised px-3 py-1.5">
        <span className="sr-only">Find</span>
        <input
          ref={search}
          type="search"
          className="w-44 bg-transparent text-[14.5px] outline-none placeholder:text-ink2"
          placeholder="Find entry, setting, note"
          value={view.find}
          onChange={(event) => onView({ find: event.target.value || null })}
        />
        <span className="key">/</span>
      </label>
      <div className="choices" role="group" aria-label="Heat load">
        <button aria-pressed={view.load === ''} onClick={() => onView({ load: null })}>
          All
        </button>
        {loads.map((load) => (
          <button
            key={load.key}
            aria-pressed={view.load === load.key}
            onClick={() => onView({ load: load.key })}
          >
            {load.label}
          </button>
        ))}
      </div>
      <div className="choices" role="group" aria-label="Which runs">
        <button aria-pressed={view.show === 'all'} onClick={() => onView({ show: null })}>
          All
        </button>
        <button aria-pressed={view.show === 'flagged'} onClick={() => onView({ show: 'flagged' })}>
          Flagged {flagged}
        </button>
        <button aria-pressed={view.show === 'set-aside'} onClick={() => onView({ show: 'set-aside' })}>
          Set aside {aside}
        </button>
        {(deleted > 0 || view.show === 'deleted') && (
          <button aria-pressed={view.show === 'deleted'} onClick={() => onView({ show: 'deleted' })}>
            Deleted {deleted}
          </button>
        )}
      </div>
      {entryName && (
        <Button className="text-[14px]" onClick={() => onView({ entry: null })}>
          <span className="inline-block max-w-40 truncate align-bottom" dir="auto">
            {entryName}
          </span>{' '}
          only ✕
        </Button>
      )}
      <div className="ml-auto flex flex-wrap items-center gap-2">
        <ColumnChoice offered={offered} />
        <Button onClick={onPaste}>Paste</Button>
        <details className="relative">
          <summary className="quiet-button list-none">Export</summary>
          <div className="absolute right-0 z-20 mt-1 w-80 rounded-md max-sm:fixed max-sm:inset-x-4 max-sm:w-auto border border-hairline bg-raised p-3 shadow-md">
            <CopiesOut roundUpId={roundUpId} />
          </div>
        </details>
        <Link className="quiet-button" href={`/bring?roundUp=${roundUpId}`}>
          Import logs
        </Link>
        <Button
          onClick={() => onType(readsAir ? 'heat' : 'air')}
          title={readsAir ? 'Settled means of a die' : 'Airspeed, pressure and flow at places'}
        >
          {readsAir ? 'Type a run with heat' : 'Type readings of a fan'}
        </Button>
        <button className="act-button" onClick={() => onType(readsAir ? 'air' : 'heat')}>
          {readsAir ? 'Type readings' : 'Type a run'}{' '}
          <kbd className="ml-1 rounded border border-on-act/60 px-1 text-[12px] font-normal">r</kbd>
        </button>
      </div>
    </div>
  );
}
