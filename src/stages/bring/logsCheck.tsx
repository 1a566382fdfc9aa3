'use client';

import { useRouter } from 'next/navigation';
import { useEffect, useMemo, useState } from 'react';
import type { Quantity, Unit } from '@/core/channels/quantity';
import { figure, plural } from '@/ui/figures';
import { sendJson } from '@/ui/sendJson';
import { whoIsHere } from '@/ui/who';
import {
  eveningSpan,
  firstOffsets,
  piecesFor,
  placeSeries,
  proposedCuts,
  type BroughtLog,
  type Piece,
} from './evening';
import { EveningChart } from './eveningChart';
import { LogColumns } from './logColumns';

export interface RoundUpChoice {
  id: number;
  title: string;
  entries: { entry: string; product: string }[];
}

interface Preview {
  problem: string;
  settled: boolean;
  note: string;
  riseK: number | null;
  levelDb: number | null;
  noiseDb: number | null;
}

interface Props {
  uploadId: string;
  files: { id: number; path: string }[];
  roundUps: RoundUpChoice[];
  roundUpId: number | null;
}

const FIELDS: {
  name: 'entry' | 'loadW' | 'setting' | 'mount' | 'pass' | 'noiseDb' | 'floorDb';
  label: string;
  width: string;
  placeholder?: string;
}[] = [
  { name: 'entry', label: 'Entry', width: '11rem' },
  { name: 'loadW', label: 'Load, W', width: '5rem' },
  { name: 'setting', label: 'Fans', width: '7rem' },
  { name: 'mount', label: 'Mount', width: '4rem' },
  { name: 'pass', label: 'Pass', width: '4rem' },
  { name: 'noiseDb', label: 'Read, dB(A)', width: '6rem', placeholder: 'from log' },
  { name: 'floorDb', label: 'Room, dB(A)', width: '6rem' },
];

function numberOf(text: string): number | null {
  const value = Number(text.trim().replace(',', '.'));
  return text.trim() === '' || !Number.isFinite(value) ? null : value;
}

/** Raw logs of an evening: joined by their clocks, cut into runs, and looked at before anything is written. */
export function LogsCheck({ uploadId, files, roundUps, roundUpId }: Props) {
  const router = useRouter();
  const [logs, setLogs] = useState<BroughtLog[]>([]);
  const [unread, setUnread] = useState<{ path: string; message: string }[]>([]);
  const [reading, setReading] = useState(true);
  const [offsets, setOffsets] = useState<number[]>([]);
  const [cuts, setCuts] = useState<number[]>([]);
  const [pieces, setPieces] = useState<Piece[]>([]);
  const [room, setRoom] = useState({ ambientC: '', doubtK: '1' });
  const [into, setInto] = useState(roundUpId === null ? '' : String(roundUpId));
  const [target, setTarget] = useState({
    title: '',
    rigName: 'Bench',
    meterDistanceCm: '60',
    limitC: '90',
    noiseLineDba: '33',
  });
  const [previews, setPreviews] = useState<Preview[]>([]);
  const [failure, setFailure] = useState('');
  const [busy, setBusy] = useState(false);

  const series = useMemo(() => placeSeries(logs, offsets), [logs, offsets]);
  const span = useMemo(() => eveningSpan(series), [series]);

  function begin(read: BroughtLog[], moved: number[], kept: readonly Piece[]) {
    const placed = placeSeries(read, moved);
    const proposed = proposedCuts(placed);
    setCuts(proposed);
    setPieces(piecesFor(placed, proposed, kept));
    setPreviews([]);
  }

  useEffect(() => {
    let gone = false;
    void (async () => {
      const read: BroughtLog[] = [];
      const failed: { path: string; message: string }[] = [];
      for (const file of files) {
        const answer = await sendJson(`/api/uploads/${uploadId}/describe`, 'POST', { fileId: file.id });
        if (gone) return;
        if (answer.ok && answer.body.read) read.push(answer.body.log as unknown as BroughtLog);
        else
          failed.push({
            path: file.path,
            message: answer.message.startsWith('The change') ? String(answer.body.message) : answer.message,
          });
      }
      const moved = firstOffsets(read);
      setLogs(read);
      setUnread(failed);
      setOffsets(moved);
      begin(read, moved, []);
      setReading(false);
    })();
    return () => {
      gone = true;
    };
  }, [uploadId, files]);

  async function changeColumns(at: number, columns: { quantity: Quantity | null; unit: Unit | null }[]) {
    setBusy(true);
    const answer = await sendJson(`/api/uploads/${uploadId}/describe`, 'POST', {
      fileId: logs[at]!.fileId,
      columns,
    });
    setBusy(false);
    if (!answer.ok || !answer.body.read) return setFailure(answer.message);
    const next = logs.map((log, i) => (i === at ? (answer.body.log as unknown as BroughtLog) : log));
    setLogs(next);
    begin(next, offsets, pieces);
  }

  function moveClock(at: number, offsetS: number) {
    const moved = offsets.map((of, i) => (i === at ? offsetS : of));
    setOffsets(moved);
    setPreviews([]);
    // Cuts stay where the reviewer put them; only what is filled in is taken along.
    setPieces(piecesFor(placeSeries(logs, moved), cuts, pieces));
  }

  function setCutsAndPieces(next: number[]) {
    const sorted = [...next].sort((a, b) => a - b);
    setCuts(sorted);
    setPieces(piecesFor(series, sorted, pieces));
    setPreviews([]);
  }

  function change(at: number, part: Partial<Piece>) {
    setPieces(pieces.map((piece, i) => (i === at ? { ...piece, ...part } : piece)));
    setPreviews([]);
  }

  /** Writes a cell into every run below it, as one does in a sheet. */
  function fillDown(at: number, name: (typeof FIELDS)[number]['name']) {
    setPieces(pieces.map((piece, i) => (i > at ? { ...piece, [name]: pieces[at]![name] } : piece)));
    setPreviews([]);
  }

  const used = pieces.map((piece, i) => ({ piece, i })).filter(({ piece }) => piece.use);
  const hasRoom = series.some((of) => of.quantity === 'ambient_temperature');

  async function send(dryRun: boolean) {
    setFailure('');
    const plan = {
      who: whoIsHere(),
      dryRun,
      logs: logs.map((log, i) => ({ fileId: log.fileId, offsetS: offsets[i]! })),
      room:
        hasRoom || numberOf(room.ambientC) === null
          ? null
          : { ambientC: numberOf(room.ambientC), doubtK: numberOf(room.doubtK) ?? 1 },
      runs: used.map(({ piece }) => ({
        fromS: piece.fromS,
        toS: piece.toS,
        entry: piece.entry,
        loadW: numberOf(piece.loadW) ?? undefined,
        setting: piece.setting,
        mount: numberOf(piece.mount) ?? undefined,
        pass: numberOf(piece.pass) ?? undefined,
        noiseDb: numberOf(piece.noiseDb),
        floorDb: numberOf(piece.floorDb) ?? undefined,
      })),
      target: {
        roundUpId: into === '' ? null : Number(into),
        title: target.title,
        rigName: target.rigName,
        meterDistanceCm: numberOf(target.meterDistanceCm) ?? undefined,
        limitC: numberOf(target.limitC) ?? undefined,
        noiseLineDba: numberOf(target.noiseLineDba) ?? undefined,
      },
    };
    setBusy(true);
    const answer = await sendJson(`/api/uploads/${uploadId}/runs`, 'POST', plan);
    setBusy(false);
    if (!answer.ok) {
      const at = /^runs\[(\d+)\]/.exec(String(answer.body.field ?? ''));
      return setFailure(at ? `Run ${used[Number(at[1])]!.i + 1}: ${answer.message}` : answer.message);
    }
    if (answer.body.imported) return router.push(`/round-ups/${String(answer.body.roundUpId)}/curves`);
    setPreviews(answer.body.runs as Preview[]);
    if (answer.body.message) setFailure(String(answer.body.message));
  }

  if (reading) return <p role="status">Reading {plural(files.length, 'log')} …</p>;
  const chosen = roundUps.find((of) => String(of.id) === into);
  const box = 'w-full rounded border border-hairline bg-raised px-1.5 py-0.5';
  const clean = previews.length > 0 && previews.every((of) => !of.problem);
  return (
    <div className="space-y-5">
      <section aria-label="Logs">
        {logs.map((log, i) => (
          <LogColumns
            key={log.fileId}
            log={log}
            offsetS={offsets[i]!}
            busy={busy}
            onOffset={(s) => moveClock(i, s)}
            onColumns={(columns) => void changeColumns(i, columns)}
          />
        ))}
        {unread.map((of) => (
          <p key={of.path} className="py-1 text-bad">
            ▲ <b dir="auto">{of.path}</b>: {of.message}
          </p>
        ))}
        {!hasRoom && logs.length > 0 && (
          <p className="flex flex-wrap items-center gap-2 pt-3 text-[14.5px]">
            No log has the room. One typed reading stands in, and is marked:
            <input
              aria-label="Room, °C"
              inputMode="decimal"
              className="w-20 rounded border border-hairline bg-raised px-1.5 py-0.5 text-right"
              value={room.ambientC}
              onChange={(event) => setRoom({ ...room, ambientC: event.target.value })}
            />
            °C ±
            <input
              aria-label="Doubt of the room, K"
              inputMode="decimal"
              className="w-16 rounded border border-hairline bg-raised px-1.5 py-0.5 text-right"
              value={room.doubtK}
              onChange={(event) => setRoom({ ...room, doubtK: event.target.value })}
            />
            K
          </p>
        )}
      </section>
      {!span ? (
        <p className="text-warn">No log has the temperature of the die yet: say above which column it is.</p>
      ) : (
        <>
          <EveningChart
            series={series}
            fromS={span.fromS}
            toS={span.toS}
            cuts={cuts}
            pieces={pieces}
            onCut={(at, toS) => {
              const low = (cuts[at - 1] ?? span.fromS) + 1;
              const high = (cuts[at + 1] ?? span.toS) - 1;
              setCutsAndPieces(cuts.map((cut, i) => (i === at ? Math.min(high, Math.max(low, toS)) : cut)));
            }}
            onRemove={(at) => setCutsAndPieces(cuts.filter((_, i) => i !== at))}
          />
          <section aria-label="Runs">
            <div className="overflow-x-auto">
              <table className="figure-table min-w-[900px]">
                <thead>
                  <tr>
                    <th scope="col">Run</th>
                    <th scope="col">From, min</th>
                    <th scope="col">Long, min</th>
                    {FIELDS.map((field) => (
                      <th key={field.name} scope="col">
                        {field.label}
                      </th>
                    ))}
                    <th scope="col" className="w-full">
                      Comes to
                    </th>
                  </tr>
                </thead>
                <tbody>
                  {pieces.map((piece, i) => {
                    const preview = previews[used.findIndex((of) => of.i === i)];
                    return (
                      <tr key={i} className={piece.use ? '' : 'text-ink2'}>
                        <td className="whitespace-nowrap">
                          <label className="flex items-center gap-1.5">
                            <input
                              type="checkbox"
                              checked={piece.use}
                              onChange={(event) => change(i, { use: event.target.checked })}
                              aria-label={`Take run ${i + 1}`}
                            />
                            {i + 1}
                          </label>
                        </td>
                        <td className="num">{figure((piece.fromS - span.fromS) / 60, 1)}</td>
                        <td className="num">{figure((piece.toS - piece.fromS) / 60, 1)}</td>
                        {FIELDS.map((field) => (
                          <td key={field.name} style={{ minWidth: field.width, width: field.width }}>
                            {piece.use && (
                              <input
                                className={box}
                                aria-label={`${field.label}, run ${i + 1}`}
                                list={field.name === 'entry' ? 'known-entries' : undefined}
                                placeholder={field.placeholder}
                                value={piece[field.name]}
                                onChange={(event) => change(i, { [field.name]: event.target.value })}
                                onKeyDown={(event) => {
                                  if (event.key === 'd' && (event.ctrlKey || event.metaKey)) {
                                    event.preventDefault();
                                    fillDown(i, field.name);
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
                              {figure(preview.riseK!, 1)} K at {figure(preview.levelDb!, 1)} dB(A)
                              {preview.note && `; ${preview.note}`}
                            </span>
                          )}
                          {!piece.use && 'left out'}
                        </td>
                      </tr>
                    );
                  })}
                </tbody>
              </table>
              <datalist id="known-entries">
                {chosen?.entries.map((of) => (
                  <option key={of.entry} value={of.product} />
                ))}
              </datalist>
            </div>
            <p className="label-text pt-1">
              <span className="key">Ctrl</span> <span className="key">d</span> in a field writes it into the
              runs below.
            </p>
          </section>
          <section
            aria-label="Where the runs go"
            className="flex flex-wrap items-end gap-3 border-t border-hairline pt-3 text-[14.5px]"
          >
            <label className="block">
              <span className="label-text">Into</span>
              <select
                className="block rounded border border-hairline bg-raised px-2 py-1"
                value={into}
                onChange={(event) => setInto(event.target.value)}
              >
                <option value="">a new round-up</option>
                {roundUps.map((of) => (
                  <option key={of.id} value={of.id}>
                    {of.title}
                  </option>
                ))}
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
                    className={`${box} py-1`}
                    value={target[name]}
                    onChange={(event) => setTarget({ ...target, [name]: event.target.value })}
                  />
                </label>
              ))}
            <button
              className="quiet-button"
              disabled={busy || used.length === 0}
              onClick={() => void send(true)}
            >
              Check the runs
            </button>
            <button className="act-button" disabled={busy || !clean} onClick={() => void send(false)}>
              Import {plural(used.length, 'run')}
            </button>
          </section>
          {failure && (
            <p role="alert" className="text-bad">
              ▲ {failure}
            </p>
          )}
        </>
      )}
    </div>
  );
}
