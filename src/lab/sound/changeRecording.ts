import { inTransaction } from '@/database/pool';
import { editRecording, getRecording, type RecordingEdit } from '@/database/sound/recordings';
import { insertListening } from '@/database/sound/listenings';
import { Refused } from '../refusal';

/**
 * Notes what a person says of a recording: what calibrates it, the room, that it is used anyway, or not.
 * @throws Refused where it, or what it is said to stand by, is not there
 */
export async function changeRecording(
  roundUpId: number,
  recordingId: number,
  edit: RecordingEdit,
): Promise<void> {
  await inTransaction(async (db) => {
    const recording = await getRecording(db, roundUpId, recordingId);
    if (!recording) throw new Refused('This recording is not there any more.');
    for (const [field, kind, words] of [
      ['calibrationId', 'calibration', 'a calibrator’s tone'],
      ['roomId', 'room', 'a recording of the room'],
    ] as const) {
      const id = edit[field];
      if (id === undefined || id === null) continue;
      const other = await getRecording(db, roundUpId, id);
      if (other?.kind !== kind) throw new Refused(`${words} of this rig was expected`, field);
      if (recording.kind === kind) throw new Refused(`it is ${words} itself`, field);
    }
    await editRecording(db, recordingId, edit);
  });
}

/**
 * Keeps the order that an ear gave.
 * @throws Refused where a clip is twice in it, or is none of the round-up
 */
export async function keepListening(
  roundUpId: number,
  { who, wasBlind, clips }: { who: string; wasBlind: boolean; clips: readonly number[] },
): Promise<{ id: number }> {
  if (new Set(clips).size !== clips.length) throw new Refused('a clip is listed twice in the order', 'clips');
  return inTransaction(async (db) => {
    for (const id of clips) {
      const clip = await getRecording(db, roundUpId, id);
      if (clip?.kind !== 'clip') throw new Refused('a clip of the order is not there any more', 'clips');
    }
    return { id: await insertListening(db, { roundUpId, who, wasBlind, clips }) };
  });
}
