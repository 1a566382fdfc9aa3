'use client';

import { pageNow } from '@/ui/pageClock';
import { useEffect, useRef, useState } from 'react';
import { notice } from '@/ui/frame/notice';
import type { LiveSession } from '@/core/bench/benchEvent';
import { sendJson } from '@/ui/sendJson';
import { sendFiles } from '@/ui/upload/sendFiles';
import { openMicrophone, type OpenMicrophone } from '../sound/microphone';
import { Fault } from '@/ui/form/fault';

/** What is being recorded, from where the bench stood when it began. */
interface Take {
  key: string;
  kind: 'clip' | 'room';
  entry: string;
  setting: string;
  pass: number;
  session: number;
  microphone: Promise<OpenMicrophone>;
}

const RECORDED = { reading: 'clip', floor: 'room' } as const;

/** What the bench is at now that is recorded; null where it is nothing of the kind. */
function wanted({ id, state }: LiveSession): Omit<Take, 'microphone'> | null {
  const kind = RECORDED[state.phase as keyof typeof RECORDED];
  const point = state.points[state.at];
  if (!kind || !point) return null;
  return {
    key: `${id} ${state.phase} ${state.at} ${state.sinceS}`,
    ...{ kind, entry: state.entry, setting: point.setting, pass: point.pass, session: id },
  };
}

/** Switched on as a reading ended there is nothing to hear: that is no failure, and the next one is recorded. */
const SHORTEST_MS = 500;

/** Keeps what was recorded; the name of its file, or null where it was hardly begun. */
async function keep(
  roundUpId: number,
  { kind, entry, setting, pass, session, microphone }: Take,
): Promise<string | null> {
  const { wav, startedAt } = await (await microphone).stop();
  if (pageNow().getTime() - startedAt.getTime() < SHORTEST_MS) return null;
  const name = `${kind === 'clip' ? `${entry} ${setting}` : 'room'}.wav`.replaceAll('/', '-');
  const file = new File([wav as BlobPart], name, { type: 'audio/wav' });
  const uploadId = await sendFiles([{ path: name, file }], new AbortController().signal, () => undefined);
  const isClip = kind === 'clip';
  const answer = await sendJson(`/api/round-ups/${roundUpId}/recordings`, 'POST', {
    ...{ uploadId, kind, recordedAt: startedAt.toISOString() },
    ...{ entry: isClip ? entry : '', setting: isClip ? setting : '' },
    bench: isClip ? { session, pass } : null,
  });
  if (!answer.ok) throw new Error(answer.message);
  return name;
}

/** Records the room and each reading by the microphone of the desk that this page is open at, for as long as it is. */
export function DeskMicrophone({ roundUpId, session }: { roundUpId: number; session: LiveSession }) {
  const [isOn, setIsOn] = useState(false);
  const [failure, setFailure] = useState('');
  const take = useRef<Take | null>(null);
  const now = isOn ? wanted(session) : null;
  const key = now?.key ?? '';

  useEffect(() => {
    const fail = (error: Error) => {
      setFailure(error.message);
      setIsOn(false);
    };
    const before = take.current;
    if (before && before.key !== key) {
      take.current = null;
      void keep(roundUpId, before).then((name) => name && notice.say(`${name} is kept`), fail);
    }
    if (!now || take.current) return;
    const microphone = openMicrophone(() => undefined);
    microphone.catch(fail);
    take.current = { ...now, microphone };
    // By what the bench is at, and not by each sample of it.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key, roundUpId]);
  useEffect(
    () => () => {
      void take.current?.microphone.then((open) => open.stop()).catch(() => undefined);
      take.current = null;
    },
    [],
  );

  return (
    <div>
      <label className="flex items-center gap-2 text-[14.5px]">
        <input
          type="checkbox"
          checked={isOn}
          onChange={({ target }) => {
            setFailure('');
            setIsOn(target.checked);
          }}
        />
        Record the room and each reading by this desk’s microphone
      </label>
      {isOn && <p className="label-text pt-0.5">It listens when the meter is read; keep this page open.</p>}
      <Fault className="pt-1 text-[14px]">{failure}</Fault>
    </div>
  );
}
