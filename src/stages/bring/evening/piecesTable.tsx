'use client';

import type { RunPreview } from '@/lab/bring/makeRawRun';
import { figure } from '@/ui/marks/figures';
import { floorOf, type Piece, type PieceField } from '@/core/joining/pieces';
import { Heads, unseen } from '@/ui/frame/heads';
import { TextButton } from '@/ui/frame/button';

type TextField = Exclude<PieceField, 'use'>;

const FIELDS: {
  name: TextField;
  label: string;
  width: string;
  placeholder?: string;
}[] = [
  { name: 'entry', label: 'Entry', width: '11rem' },
  { name: 'loadW', label: 'Load, W', width: '6rem' },
  { name: 'setting', label: 'Fans', width: '7rem' },
  { name: 'mount', label: 'Mount', width: '4rem' },
  { name: 'pass', label: 'Pass', width: '4rem' },
  { name: 'noiseDb', label: 'Read, dB(A)', width: '6rem', placeholder: 'from log' },
  { name: 'floorDb', label: 'Room, dB(A)', width: '6rem' },
];

/** The pieces of the evening as runs to be filled in, each with what it would come to. */
export function PiecesTable({
  pieces,
  previews,
  fromS,
  products,
  loads,
  onChange,
  onFillDown,
  onJoin,
}: {
  pieces: Piece[];
  /** One for each piece in use, in their order; empty where nothing was checked yet. */
  previews: RunPreview[];
  fromS: number;
  products: string[];
  /** Heat loads of the round-up's method, in words. */
  loads: string[];
  onChange: (at: number, part: Partial<Piece>) => void;
  onFillDown: (at: number, name: TextField) => void;
  /** Joins a piece with the next. */
  onJoin: (at: number) => void;
}) {
  const used = pieces.filter((piece) => piece.use);
  return (
    <section aria-label="Runs">
      <div className="relative overflow-x-auto">
        <table className="figure-table min-w-[900px]">
          <Heads
            of={[
              ...['Run', 'From, min', 'Long, min'],
              ...FIELDS.map(({ label }) => label),
              { of: 'Comes to', className: 'w-full' },
              unseen('Join'),
            ]}
          />
          <tbody>
            {pieces.map((piece, i) => {
              const preview = previews[used.indexOf(piece)];
              return (
                <tr key={i} className={piece.use ? '' : 'text-ink2'}>
                  <td className="whitespace-nowrap">
                    <label className="flex items-center gap-1.5">
                      <input
                        type="checkbox"
                        checked={piece.use}
                        onChange={(event) => onChange(i, { use: event.target.checked })}
                        aria-label={`Take run ${i + 1}`}
                      />
                      {i + 1}
                    </label>
                  </td>
                  <td className="num">{figure((piece.fromS - fromS) / 60, 1)}</td>
                  <td className="num">{figure((piece.toS - piece.fromS) / 60, 1)}</td>
                  {FIELDS.map((field) => (
                    <td key={field.name} style={{ minWidth: field.width, width: field.width }}>
                      {piece.use && (
                        <input
                          className="w-full rounded border border-hairline bg-raised px-1.5 py-1"
                          aria-label={`${field.label}, run ${i + 1}`}
                          list={
                            field.name === 'entry'
                              ? 'known-entries'
                              : field.name === 'loadW'
                                ? 'known-loads'
                                : undefined
                          }
                          placeholder={field.name === 'floorDb' ? floorOf(pieces, i) : field.placeholder}
                          value={piece[field.name]}
                          onChange={(event) => onChange(i, { [field.name]: event.target.value })}
                          onKeyDown={(event) => {
                            if (event.key === 'd' && (event.ctrlKey || event.metaKey)) {
                              event.preventDefault();
                              onFillDown(i, field.name);
                            }
                          }}
                        />
                      )}
                    </td>
                  ))}
                  <td className="text-[13.5px]">
                    {preview?.problem && <span className="text-bad">▲ {preview.problem}</span>}
                    {preview && !preview.problem && (
                      <span className={preview.settled ? 'text-ok' : 'text-warn'}>
                        {preview.riseK !== null && `${figure(preview.riseK, 1)} K at `}
                        {figure(preview.levelDb!, 1)} dB(A)
                        {preview.others.length > 0 && `; ${preview.others.join(', ')}`}
                        {preview.note && `; ${preview.note}`}
                      </span>
                    )}
                    {!piece.use && 'left out'}
                  </td>
                  <td>
                    {i + 1 < pieces.length && (
                      <TextButton className="text-[13px] whitespace-nowrap" onClick={() => onJoin(i)}>
                        join with {i + 2}
                      </TextButton>
                    )}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
        <datalist id="known-entries">
          {products.map((product) => (
            <option key={product} value={product} />
          ))}
        </datalist>
        <datalist id="known-loads">
          {loads.map((load) => (
            <option key={load} value={load} />
          ))}
        </datalist>
      </div>
      <p className="label-text pt-1">
        <span className="key">Ctrl</span> <span className="key">d</span> in a field writes it into the runs
        below. A room level left empty is that of the run above.
      </p>
    </section>
  );
}
