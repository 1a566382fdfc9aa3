import { clockNow } from '@/clock/clockNow';
import type { BenchState } from '@/core/bench/benchState';
import { findBenchRun } from '@/database/sound/recordings';
import { withDatabase } from '@/database/pool';
import type { BenchInstruments } from '@/instruments/benchInstruments';
import { beginUpload, takeFile } from '../bring/uploads';
import type { WorkPool } from '../work/workPool';
import type { MountInHand } from './mountInHand';

/** A recording that the microphone gave, until the run that it belongs to is written. */
interface Heard {
  sessionId: number;
  roundUpId: number;
  kind: 'calibration' | 'room' | 'clip';
  entry: string;
  setting: string;
  pass: number;
  recordedAt: string;
  wav: Uint8Array;
}

const MOST_WAITING = 40;
const ACTUATOR_DB = 94;

/**
 * Records beside the meter: the microphone's own tone and the room while the room is read, and each reading of the fan. Measuring
 * never waits for it; what was recorded is kept once its run is written, and listened to on a process of its own.
 */
export class BenchSounds {
  private heard: Heard[] = [];
  private before = '';
  private recording: Promise<void> = Promise.resolve();
  private isKeeping = false;

  constructor(
    private readonly work: WorkPool,
    private readonly log: (message: string) => void,
  ) {}

  /** Begins to record where the mount has just come to a phase that is recorded. */
  follow(mount: MountInHand, instruments: BenchInstruments): void {
    const { state, sessionId, rule } = mount;
    const now = `${sessionId} ${state.phase} ${state.at} ${state.sinceS}`;
    if (now === this.before) return;
    this.before = now;
    if (!rule.recordsSound || !instruments.hasMicrophone) return;
    if (state.phase === 'floor') {
      this.record(mount, 'calibration', state, () => instruments.recordTone(ACTUATOR_DB));
      this.record(mount, 'room', state, () => instruments.recordSound());
    }
    if (state.phase === 'reading') this.record(mount, 'clip', state, () => instruments.recordSound());
  }

  private record(
    { sessionId, roundUpId }: MountInHand,
    kind: Heard['kind'],
    state: BenchState,
    take: () => Promise<Uint8Array | null>,
  ): void {
    const point = state.points[state.at];
    this.recording = this.recording.then(async () => {
      const recordedAt = clockNow().toISOString();
      const wav = await take();
      if (!wav) return;
      const made = {
        ...{ sessionId, roundUpId, kind, recordedAt, wav, entry: state.entry },
        ...{ setting: point?.setting ?? '', pass: point?.pass ?? 0 },
      };
      // A reading that was begun again takes the place of the one before.
      const isSame = (other: Heard) =>
        kind === 'clip' &&
        other.kind === kind &&
        other.sessionId === sessionId &&
        other.setting === made.setting &&
        other.pass === made.pass;
      this.heard = [...this.heard.filter((other) => !isSame(other)), made].slice(-MOST_WAITING);
    });
  }

  /** Keeps what can be kept by now. What belongs to a run that was never written goes with its mount. */
  async keep(sessionInHand: number | null): Promise<void> {
    if (this.isKeeping || this.heard.length === 0) return;
    this.isKeeping = true;
    try {
      for (const heard of [...this.heard]) {
        const run = heard.kind === 'clip' ? await withDatabase((db) => findBenchRun(db, heard)) : null;
        if (heard.kind === 'clip' && run === null) {
          if (heard.sessionId !== sessionInHand) this.heard = this.heard.filter((other) => other !== heard);
          continue;
        }
        this.heard = this.heard.filter((other) => other !== heard);
        await this.give(heard, run).catch((error: Error) =>
          this.log(`a recording was not kept: ${error.message}`),
        );
      }
    } finally {
      this.isKeeping = false;
    }
  }

  private async give(heard: Heard, run: number | null): Promise<void> {
    const { kind, entry, setting, recordedAt, roundUpId, wav } = heard;
    const uploadId = await beginUpload();
    const name = kind === 'clip' ? `${entry} ${setting}.wav` : `${kind}.wav`;
    await takeFile(
      uploadId,
      name.replaceAll('/', '-'),
      (async function* () {
        yield await Promise.resolve(wav);
      })(),
    );
    const request = {
      ...{ roundUpId, kind, run, recordedAt, distanceCm: null, channel: 1 },
      entry: kind === 'clip' ? entry : '',
      setting: kind === 'clip' ? setting : '',
      calibratorDb: kind === 'calibration' ? ACTUATOR_DB : null,
    };
    await this.work.run('recording', { uploadId, request }, uploadId);
  }
}
