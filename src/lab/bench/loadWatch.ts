import type { BenchInstruments } from '@/instruments/benchInstruments';
import type { MountInHand } from './mountInHand';

/** A die that cannot be read for so long, though its load answers, is no longer watched, ms. */
const BLIND_MS = 5000;
/** A load that stays away for so long does not come back to this mount, ms. */
const GONE_MS = 600_000;

/** What ends a mount by itself: a die that nobody can watch, and a load that is gone. */
export class LoadWatch {
  private blindSinceMs: number | null = null;
  private awaySinceMs: number | null = null;

  constructor(private readonly goneMs = GONE_MS) {}

  /** A die that cannot be read under load has no watcher. An instrument that is away takes the load off by itself. */
  die(mount: MountInHand, instruments: BenchInstruments, isBlind: boolean, nowMs: number): void {
    const fault = instruments.faultOf('load');
    if (!isBlind || mount.state.loadW === 0 || fault?.kind === 'away') {
      this.blindSinceMs = null;
      return;
    }
    this.blindSinceMs ??= nowMs;
    if (nowMs - this.blindSinceMs > BLIND_MS) {
      mount.stop(`The die cannot be read (${fault?.message ?? 'no reading'}): the load is off.`);
      void instruments.set(mount.state);
    }
  }

  /** A mount does not wait for ever before a load that is gone: it ends with the reason, and can be begun again. */
  load(mount: MountInHand, isAway: boolean, nowMs: number): void {
    this.awaySinceMs = isAway ? (this.awaySinceMs ?? nowMs) : null;
    if (this.awaySinceMs !== null && nowMs - this.awaySinceMs > this.goneMs)
      mount.stop('The processor load has not answered for long: the mount is ended.');
  }
}
