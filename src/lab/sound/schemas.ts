import { isoTime } from '@/core/isoTime';
import { array, boolean, object, string } from 'yup';
import { bounded, maybeText, text, whole } from '@/contracts/sheets/fields';
import type { RecordingRequest } from './keepRecording';

const KINDS = ['clip', 'calibration', 'room'] as const;

const time = () =>
  string()
    .required('when was it recorded?')
    .test('time', 'a time was expected', (value) => {
      const at = isoTime(value ?? '')?.getTime() ?? Number.NaN;
      return at >= Date.UTC(1990, 0, 1) && at <= Date.UTC(2100, 11, 31);
    });

/** A recording that was uploaded, and what it is of. */
export const recordingRequest = object({
  uploadId: string().strict().uuid('an upload was expected').required(),
  kind: string()
    .oneOf([...KINDS], 'a clip, a calibrator’s tone, or the room')
    .required(),
  entry: text(100).when('kind', { is: 'clip', then: (entry) => entry.min(1, 'of which entry is it?') }),
  setting: text(100).when('kind', {
    is: 'clip',
    then: (setting) => setting.min(1, 'at which setting was it?'),
  }),
  run: whole(1).nullable().default(null),
  recordedAt: time(),
  distanceCm: bounded('distanceCm').nullable().default(null),
  calibratorDb: bounded('levelDb')
    .nullable()
    .default(null)
    .when('kind', {
      is: 'calibration',
      then: (level) => level.required('the calibrator’s level is needed, dB'),
    }),
  channel: whole(1).max(64, 'at most ${max}').default(1),
  /** Made beside a reading of the bench: the run is that of its mount, setting and pass. */
  bench: object({ session: whole(1).required(), pass: whole(1).required() })
    .noUnknown()
    .nullable()
    .default(null),
}).noUnknown();

export type SentRecording = Omit<RecordingRequest, 'roundUpId'> & { uploadId: string };

/** What a person says of a recording that is kept. */
export const recordingEdit = object({
  calibrationId: whole(1).nullable(),
  roomId: whole(1).nullable(),
  usedAnyway: maybeText(400),
  setAside: maybeText(400),
}).noUnknown();

/** Clips in the order of an ear, the most pleasant first. */
export const listeningRequest = object({
  who: text(100).default('reviewer'),
  wasBlind: boolean().strict().required(),
  clips: array(whole(1).required()).min(2, 'two clips at least').max(60, 'sixty clips at most').required(),
}).noUnknown();
