'use client';

import { useRouter } from 'next/navigation';
import { useEffect, useMemo, useRef, useState } from 'react';
import type { Quantity, Unit } from '@/core/channels/channels';
import { plural } from '@/ui/marks/figures';
import { sendJson, whyNothing } from '@/ui/sendJson';
import { typedNumber } from '@/ui/typedNumber';
import { whoIsHere } from '@/ui/who';
import { parseLoad } from '@/core/runs/load';
import { ClockBars, type ProposedClock } from './clockBars';
import {
  eveningSpan,
  joinEvening,
  floorOf,
  endGuardS,
  piecesFor,
  placeSeries,
  proposedCuts,
  type BroughtLog,
  type Piece,
} from '@/core/joining/evening';
import { pumpHidesRoom } from '@/core/joining/roomAlone';
import { EveningChart } from './eveningChart';
import { LogColumns } from './logColumns';
import { PiecesTable, type PieceField } from './piecesTable';
import type { RunPreview } from '@/lab/bring/makeRawRun';
import { WorkProgress } from '@/ui/upload/workProgress';
import { BLANK_TARGET, RunsTarget, type NewTarget, type RoundUpChoice } from './runsTarget';

interface Props {
  uploadId: string;
  files: { id: number; path: string }[];
  roundUps: RoundUpChoice[];
  roundUpId: number | null;
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
  const [target, setTarget] = useState<NewTarget>(BLANK_TARGET);
  const [previews, setPreviews] = useState<RunPreview[]>([]);
  const [proposed, setProposed] = useState<(ProposedClock | null)[]>([]);
  const [unused, setUnused] = useState<string[]>([]);
  const [failure, setFailure] = useState('');
  const [busy, setBusy] = useState(false);
  const stopped = useRef(false);

  const series = useMemo(() => placeSeries(logs, offsets), [logs, offsets]);
  const span = useMemo(() => eveningSpan(series), [series]);

  function begin(read: BroughtLog[], moved: number[], kept: readonly Piece[]) {
    const placed = placeSeries(read, moved);
    const proposed = proposedCuts(read, moved, placed);
    setCuts(proposed);
    setPieces(piecesFor(placed, proposed, kept, endGuardS(read)));
    setPreviews([]);
  }

  useEffect(() => {
    let gone = false;
    void (async () => {
      const read: BroughtLog[] = [];
      const failed: { path: string; message: string }[] = [];
      stopped.current = false;
      for (const file of files) {
        if (stopped.current) {
          failed.push({ path: file.path, message: 'not read: stopped' });
          continue;
        }
        const answer = await sendJson(`/api/uploads/${uploadId}/describe`, 'POST', { fileId: file.id });
        if (gone) return;
        if (answer.ok && answer.body.read) read.push(answer.body.log as unknown as BroughtLog);
        else failed.push({ path: file.path, message: whyNothing(answer) });
      }
      const joined = joinEvening(read);
      setProposed(joined.shifts.map((shift, i) => shift && { ...shift, ownS: joined.ownS[i]! }));
      setLogs(read);
      setUnread(failed);
      setOffsets(joined.offsetsS);
      setCuts(joined.cuts);
      setPieces(joined.pieces);
      setPreviews([]);
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
    if (!answer.ok || !answer.body.read) return setFailure(whyNothing(answer));
    const next = logs.map((log, i) => (i === at ? (answer.body.log as unknown as BroughtLog) : log));
    setLogs(next);
    begin(next, offsets, pieces);
  }

  function moveClock(at: number, offsetS: number) {
    const moved = offsets.map((offset, i) => (i === at ? offsetS : offset));
    setOffsets(moved);
    setPreviews([]);
    // Cuts stay where the reviewer put them; only what is filled in is taken along.
    setPieces(piecesFor(placeSeries(logs, moved), cuts, pieces, endGuardS(logs)));
  }

  function setCutsAndPieces(next: number[]) {
    const sorted = [...next].sort((a, b) => a - b);
    setCuts(sorted);
    setPieces(piecesFor(series, sorted, pieces, endGuardS(logs)));
    setPreviews([]);
  }

  function change(at: number, part: Partial<Piece>) {
    setPieces(pieces.map((piece, i) => (i === at ? { ...piece, ...part } : piece)));
    setPreviews([]);
  }

  /** Writes a cell into every run below it, as one does in a sheet. */
  function fillDown(at: number, name: PieceField) {
    setPieces(pieces.map((piece, i) => (i > at ? { ...piece, [name]: pieces[at]![name] } : piece)));
    setPreviews([]);
  }

  const used = pieces.map((piece, i) => ({ piece, i })).filter(({ piece }) => piece.use);
  const hasRoom = series.some((other) => other.quantity === 'ambient_temperature');

  async function send(dryRun: boolean) {
    setFailure('');
    const plan = {
      who: whoIsHere(),
      dryRun,
      logs: logs.map((log, i) => ({ fileId: log.fileId, offsetS: offsets[i]! })),
      room:
        hasRoom || typedNumber(room.ambientC) === null
          ? null
          : { ambientC: typedNumber(room.ambientC), doubtK: typedNumber(room.doubtK) ?? 1 },
      runs: used.map(({ piece, i }) => ({
        fromS: piece.fromS,
        toS: piece.toS,
        entry: piece.entry,
        ...parseLoad(piece.loadW),
        setting: piece.setting,
        mount: typedNumber(piece.mount) ?? undefined,
        pass: typedNumber(piece.pass) ?? undefined,
        noiseDb: typedNumber(piece.noiseDb),
        floorDb: typedNumber(floorOf(pieces, i)) ?? undefined,
      })),
      target: {
        roundUpId: into === '' ? null : Number(into),
        title: target.title,
        rigName: target.rigName,
        meterDistanceCm: typedNumber(target.meterDistanceCm) ?? undefined,
        limitC: typedNumber(target.limitC) ?? undefined,
        noiseLineDba: typedNumber(target.noiseLineDba) ?? undefined,
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
    setPreviews(answer.body.runs as RunPreview[]);
    setUnused((answer.body.unused as string[] | undefined) ?? []);
    if (answer.body.message) setFailure(String(answer.body.message));
  }

  if (reading) return <WorkProgress uploadId={uploadId} onStop={() => (stopped.current = true)} />;
  const chosen = roundUps.find((roundUp) => String(roundUp.id) === into);
  const clean = previews.length > 0 && previews.every((preview) => !preview.problem);
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
        {unread.map((other) => (
          <p key={other.path} className="py-1 text-bad">
            ▲ <b dir="auto">{other.path}</b>: {other.message}
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
            clocks={(frame) => (
              <ClockBars
                logs={logs}
                offsetsS={offsets}
                frame={frame}
                fromS={span.fromS}
                proposed={proposed}
                onOffset={moveClock}
              />
            )}
          />
          {pumpHidesRoom(series, pieces) && (
            <p className="text-[14px] text-warn">
              ▲ The pump turned whenever load and fans were off, so these logs do not hold the room alone.
              Type it below as it was read without the pump.
            </p>
          )}
          <PiecesTable
            pieces={pieces}
            previews={previews}
            fromS={span.fromS}
            products={chosen?.entries.map((entry) => entry.product) ?? []}
            loads={chosen?.loads ?? []}
            onChange={change}
            onFillDown={fillDown}
          />
          <RunsTarget into={into} onInto={setInto} roundUps={roundUps} target={target} onTarget={setTarget}>
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
          </RunsTarget>
          {previews.length > 0 && unused.length > 0 && (
            <p role="status" className="text-[14.5px] text-warn">
              ▲ Not used: <b dir="auto">{unused.join(', ')}</b>. No run takes a reading from{' '}
              {unused.length === 1 ? 'it' : 'them'}: another log of the kind covers the same time, or the
              clock lies elsewhere.
            </p>
          )}
          {busy && <WorkProgress uploadId={uploadId} />}
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
