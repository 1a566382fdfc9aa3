'use client';

import { useEffect, useRef, useState } from 'react';
import type { Quantity, Unit } from '@/core/channels/channels';
import { sendJson, whyNothing } from '@/ui/sendJson';
import type { ProposedClock } from './clockBars';
import { joinEvening, type BroughtLog } from '@/core/joining/evening';
import { inHand, type EveningInHand } from '@/core/joining/eveningByHand';

interface Column {
  quantity: Quantity | null;
  unit: Unit | null;
}

/** A log as the server reads it, by its own columns or by those that are said; or why it does not. */
async function described(
  uploadId: string,
  fileId: number,
  columns?: Column[],
): Promise<{ log: BroughtLog } | { message: string }> {
  const answer = await sendJson<{ read: boolean; log: BroughtLog }>(
    `/api/uploads/${uploadId}/describe`,
    'POST',
    {
      fileId,
      columns,
    },
  );
  if (answer.ok && answer.body.read && answer.body.log) return { log: answer.body.log };
  return { message: whyNothing(answer) };
}

/**
 * The logs of an upload, read one after the other and joined once all are: what came of each, and which clocks seem to be off.
 * @param begin takes the joined evening in hand
 */
export function useLogs(
  uploadId: string,
  files: readonly { id: number; path: string }[],
  begin: (evening: EveningInHand) => void,
) {
  const [logs, setLogs] = useState<BroughtLog[]>([]);
  const [unread, setUnread] = useState<{ path: string; message: string }[]>([]);
  const [reading, setReading] = useState(true);
  const [proposed, setProposed] = useState<(ProposedClock | null)[]>([]);
  const stopped = useRef(false);

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
        const found = await described(uploadId, file.id);
        if (gone) return;
        if ('log' in found) read.push(found.log);
        else failed.push({ path: file.path, ...found });
      }
      const joined = joinEvening(read);
      setProposed(joined.shifts.map((shift, i) => shift && { ...shift, ownS: joined.ownS[i]! }));
      setLogs(read);
      setUnread(failed);
      begin(inHand(joined));
      setReading(false);
    })();
    return () => {
      gone = true;
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- begin changes nothing that is read here.
  }, [uploadId, files]);

  /** One of them by other columns: all as they are then, or why it cannot be read so. */
  async function readBy(at: number, columns: Column[]): Promise<BroughtLog[] | string> {
    const found = await described(uploadId, logs[at]!.fileId, columns);
    if ('message' in found) return found.message;
    const next = logs.map((log, i) => (i === at ? found.log : log));
    setLogs(next);
    return next;
  }

  return { logs, readBy, unread, reading, proposed, stop: () => void (stopped.current = true) };
}
