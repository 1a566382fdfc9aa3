'use client';

import { pageNow } from '@/ui/pageClock';
import { useRouter } from 'next/navigation';
import { useEffect, useRef, useState } from 'react';
import { notice } from '@/ui/frame/notice';
import { ChoiceField, NumberField, TextField } from '@/ui/form/fields';
import { sendJson } from '@/ui/sendJson';
import { sendFiles } from '@/ui/upload/sendFiles';
import { openMicrophone, type OpenMicrophone } from './microphone';
import type { SoundData } from '@/lab/sound/soundPage';
import { DropArea } from './dropArea';
import { Fault } from '@/ui/form/fault';

type Kind = 'clip' | 'calibration' | 'room';

const KINDS: { value: Kind; label: string }[] = [
  { value: 'clip', label: 'An entry at a setting' },
  { value: 'calibration', label: 'The calibrator’s tone' },
  { value: 'room', label: 'The room alone' },
];
const CALIBRATORS = [
  { value: '94', label: '94 dB' },
  { value: '114', label: '114 dB' },
];
const LONGEST_S = 600;

/** What a file's own name and time say of when it was recorded. */
const timeOf = (file: File) => (file.lastModified ? new Date(file.lastModified) : pageNow()).toISOString();

/** Recordings dropped, chosen, or made with the microphone of the desk. */
export function BringRecording({ data }: { data: SoundData }) {
  const router = useRouter();
  const first = data.entries[0]?.entry ?? '';
  const [kind, setKind] = useState<Kind>(
    data.sides.some((side) => side.kind === 'calibration') ? 'clip' : 'calibration',
  );
  const [entry, setEntry] = useState(first);
  const [setting, setSetting] = useState('');
  const [calibratorDb, setCalibratorDb] = useState('94');
  const [distanceCm, setDistanceCm] = useState<number | null>(data.meterDistanceCm);
  const [channel, setChannel] = useState<number | null>(1);
  const [busy, setBusy] = useState<string | null>(null);
  const [failure, setFailure] = useState('');
  const [live, setLive] = useState<{ peak: number; seconds: number } | null>(null);
  const microphone = useRef<OpenMicrophone | null>(null);
  const { settings = [] } = data.entries.find((other) => other.entry === entry) ?? {};

  async function keep(file: File, recordedAt: string): Promise<boolean> {
    setFailure('');
    setBusy('sending');
    try {
      const uploadId = await sendFiles(
        [{ path: file.name, file }],
        new AbortController().signal,
        () => undefined,
      );
      setBusy(uploadId);
      const answer = await sendJson(`/api/round-ups/${data.roundUpId}/recordings`, 'POST', {
        ...{ uploadId, kind, recordedAt, distanceCm, channel: channel ?? 1 },
        entry: kind === 'clip' ? entry : '',
        setting: kind === 'clip' ? setting.trim() : '',
        calibratorDb: kind === 'calibration' ? Number(calibratorDb) : null,
      });
      setBusy(null);
      if (!answer.ok) {
        setFailure(answer.message);
        return false;
      }
      notice.say(answer.body.isNew ? `${file.name} is kept` : `${file.name} was there already`);
      router.refresh();
      return true;
    } catch (error) {
      setBusy(null);
      setFailure((error as Error).message);
      return false;
    }
  }

  async function take(files: FileList | null) {
    for (const file of [...(files ?? [])]) if (!(await keep(file, timeOf(file)))) return;
  }

  async function record() {
    setFailure('');
    try {
      microphone.current = await openMicrophone((peak, seconds) => {
        setLive((before) => ({ peak: Math.max(peak, before?.peak ?? 0), seconds }));
        if (seconds > LONGEST_S) void stop();
      });
      setLive({ peak: 0, seconds: 0 });
    } catch (error) {
      setFailure((error as Error).message);
    }
  }

  async function stop() {
    const open = microphone.current;
    if (!open) return;
    microphone.current = null;
    const { wav, startedAt } = await open.stop();
    setLive(null);
    const name = kind === 'clip' ? `${entry} ${setting.trim()}` : kind;
    await keep(new File([wav as BlobPart], `${name}.wav`, { type: 'audio/wav' }), startedAt.toISOString());
  }

  useEffect(() => () => void microphone.current?.stop(), []);

  const isReady = kind !== 'clip' || (entry !== '' && setting.trim() !== '');
  return (
    <section aria-label="Import a recording" className="border-t border-hairline pt-3">
      <h2 className="pb-2 font-display text-[16px] font-bold">Import a recording</h2>
      <div className="grid max-w-4xl grid-cols-2 gap-3 sm:grid-cols-5">
        <ChoiceField label="It is of" value={kind} onValue={setKind} options={KINDS} />
        {kind === 'clip' && (
          <>
            <ChoiceField
              label="Entry"
              value={entry}
              onValue={setEntry}
              options={data.entries.map((other) => ({ value: other.entry, label: other.product }))}
            />
            <TextField
              label="Setting, or “sweep”"
              value={setting}
              onValue={setSetting}
              list="sound-settings"
            />
            <datalist id="sound-settings">
              {[...settings, 'sweep'].map((other) => (
                <option key={other} value={other} />
              ))}
            </datalist>
          </>
        )}
        {kind === 'calibration' && (
          <ChoiceField
            label="Calibrator, at 1 kHz"
            value={calibratorDb}
            onValue={setCalibratorDb}
            options={CALIBRATORS}
          />
        )}
        {kind !== 'calibration' && (
          <NumberField label="Microphone at" unit="cm" optional value={distanceCm} onValue={setDistanceCm} />
        )}
        <NumberField label="Channel" value={channel} onValue={setChannel} />
      </div>
      <DropArea
        {...{ busy, live, isReady }}
        onFiles={take}
        onRecord={() => void record()}
        onStop={() => void stop()}
      />
      <Fault className="pt-2 text-[14px]">{failure}</Fault>
    </section>
  );
}
