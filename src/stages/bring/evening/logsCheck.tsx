'use client';

import { useRouter } from 'next/navigation';
import { useMemo, useState } from 'react';
import { plural } from '@/ui/marks/figures';
import { sendJson } from '@/ui/sendJson';
import { whoIsHere } from '@/ui/who';
import { ClockBars } from './clockBars';
import { eveningSpan } from '@/core/joining/placedSeries';
import { placeSeries } from '@/core/joining/evening';
import {
  cutAnew,
  cutHere,
  fillDown,
  joinAt,
  moveClock,
  moveCut,
  readAnew,
  sayOf,
  type EveningInHand,
} from '@/core/joining/eveningByHand';
import { pumpHidesRoom } from '@/core/joining/roomAlone';
import { EveningChart } from './eveningChart';
import { LogColumns } from './logColumns';
import { PiecesTable } from './piecesTable';
import { useEvening } from './useEvening';
import type { RunPreview } from '@/lab/bring/makeRawRun';
import { WorkProgress } from '@/ui/upload/workProgress';
import { BLANK_TARGET, RunsTarget, type NewTarget, type RoundUpChoice } from '../runsTarget';
import { RoomTyped } from './roomTyped';
import { runsPlan, usedPieces, type TypedRoom } from './runsPlan';
import { useLogs } from './useLogs';
import { Button } from '@/ui/frame/button';
import { Fault } from '@/ui/form/fault';

interface Props {
  uploadId: string;
  files: { id: number; path: string }[];
  roundUps: RoundUpChoice[];
  roundUpId: number | null;
}

/** Raw logs of an evening: joined by their clocks, cut into runs, and looked at before anything is written. */
export function LogsCheck({ uploadId, files, roundUps, roundUpId }: Props) {
  const router = useRouter();
  const { evening, undo, begin, step } = useEvening();
  const { logs, readBy, unread, reading, proposed, stop } = useLogs(uploadId, files, begin);
  const { offsetsS: offsets, cuts, pieces } = evening;
  const [room, setRoom] = useState<TypedRoom>({ ambientC: '', doubtK: '1' });
  const [into, setInto] = useState(roundUpId === null ? '' : String(roundUpId));
  const [target, setTarget] = useState<NewTarget>(BLANK_TARGET);
  const [previews, setPreviews] = useState<RunPreview[]>([]);
  const [unused, setUnused] = useState<string[]>([]);
  const [failure, setFailure] = useState('');
  const [busy, setBusy] = useState(false);

  const series = useMemo(() => placeSeries(logs, offsets), [logs, offsets]);
  const span = useMemo(() => eveningSpan(series), [series]);

  // What was checked is of the runs as they were then.
  const change = (next: EveningInHand, of?: string) => {
    step(next, of);
    setPreviews([]);
  };

  async function changeColumns(at: number, columns: Parameters<typeof readBy>[1]) {
    setBusy(true);
    const next = await readBy(at, columns);
    setBusy(false);
    if (typeof next === 'string') setFailure(next);
    else change(readAnew(next, evening));
  }

  const used = usedPieces(evening);
  const hasRoom = series.some((other) => other.quantity === 'ambient_temperature');

  async function send(dryRun: boolean) {
    setFailure('');
    const plan = {
      who: whoIsHere(),
      dryRun,
      ...runsPlan(evening, { logs, room: hasRoom ? null : room, target, into }),
    };
    setBusy(true);
    const answer = await sendJson<{
      imported: boolean;
      roundUpId: number;
      runs: RunPreview[];
      unused: string[];
      field: string;
    }>(`/api/uploads/${uploadId}/runs`, 'POST', plan);
    setBusy(false);
    if (!answer.ok) {
      const at = /^runs\[(\d+)\]/.exec(answer.body.field ?? '');
      return setFailure(at ? `Run ${used[Number(at[1])]!.i + 1}: ${answer.message}` : answer.message);
    }
    if (answer.body.imported) return router.push(`/round-ups/${String(answer.body.roundUpId)}/curves`);
    setPreviews(answer.body.runs ?? []);
    setUnused(answer.body.unused ?? []);
    if (answer.body.message) setFailure(answer.body.message);
  }

  if (reading) return <WorkProgress uploadId={uploadId} onStop={stop} />;
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
            onOffset={(s) => change(moveClock(logs, evening, i, s), `clock ${i}`)}
            onColumns={(columns) => void changeColumns(i, columns)}
          />
        ))}
        {unread.map((other) => (
          <p key={other.path} className="py-1 text-bad">
            ▲ <b dir="auto">{other.path}</b>: {other.message}
          </p>
        ))}
        {!hasRoom && logs.length > 0 && <RoomTyped room={room} onRoom={setRoom} />}
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
            onCut={(at, toS) => change(moveCut(logs, evening, at, toS), `cut ${at}`)}
            onRemove={(at) => change(joinAt(logs, evening, at))}
            onCutHere={(atS) => change(cutHere(logs, evening, atS))}
            onCutAnew={() => change(cutAnew(logs, evening))}
            onUndo={undo}
            clocks={(frame) => (
              <ClockBars
                logs={logs}
                offsetsS={offsets}
                frame={frame}
                fromS={span.fromS}
                proposed={proposed}
                onOffset={(at, s) => change(moveClock(logs, evening, at, s), `clock ${at}`)}
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
            onChange={(at, part) => change(sayOf(evening, at, part), `${Object.keys(part).join()} of ${at}`)}
            onFillDown={(at, name) => change(fillDown(evening, at, name))}
            onJoin={(at) => change(joinAt(logs, evening, at))}
          />
          <RunsTarget into={into} onInto={setInto} roundUps={roundUps} target={target} onTarget={setTarget}>
            <Button disabled={busy || used.length === 0} onClick={() => void send(true)}>
              Check the runs
            </Button>
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
          <Fault>{failure}</Fault>
        </>
      )}
    </div>
  );
}
