import type { Queryable } from '@/database/pool';
import { editRecording } from '@/database/sound/recordings';
import type { BundleClip } from '@/formats/bundle/tables/clipsTable';
import type { Bundle } from '@/formats/bundle/readBundle';
import type { HeardBundle } from './bundleClips';
import { bytesSource } from './hearWav';
import { writeRecording, type HeardRecording } from './keepRecording';

interface Into {
  rigRevisionId: number;
  entryIds: ReadonlyMap<string, number>;
  /** Of the runs that were new to the lab. */
  runIds: ReadonlyMap<string, number>;
}

/** When a recording was made: as it says, else with the first run of its entry and setting, else when the bundle began. */
function timeOf(clip: BundleClip, bundle: Bundle): Date {
  const times = bundle.runs
    .filter(({ run }) => clip.kind !== 'clip' || (run.entry === clip.entry && run.setting === clip.setting))
    .map(({ run }) => Date.parse(run.startedAt))
    .filter((ms) => !Number.isNaN(ms));
  const told = Date.parse(clip.recordedAt);
  if (!Number.isNaN(told)) return new Date(told);
  if (times.length > 0) return new Date(Math.min(...times));
  return bundle.dataPackage.beganAt ?? new Date(0);
}

/**
 * Writes the recordings of a bundle: calibrator's tones first, then the room, then clips, each with what its row names. Those that
 * the lab has already stay as they are.
 */
export async function importClips(
  db: Queryable,
  heard: HeardBundle,
  bundle: Bundle,
  { rigRevisionId, entryIds, runIds }: Into,
): Promise<void> {
  const ids = { calibration: new Map<string, number>(), room: new Map<string, number>() };
  const write = async (
    clip: BundleClip,
    path: string,
    kind: BundleClip['kind'],
    found: HeardRecording,
    sides: { calibrationId: number | null; roomId: number | null },
  ) => {
    const source = bytesSource(path.split('/').pop()!, bundle.sounds.get(path)!);
    const isClip = kind === 'clip';
    const place = {
      ...{
        kind,
        rigRevisionId,
        name: source.name,
        distanceCm: clip.distanceCm,
        recordedAt: timeOf(clip, bundle),
      },
      entryId: isClip ? entryIds.get(clip.entry)! : null,
      setting: isClip ? clip.setting : '',
      runId: isClip ? (runIds.get(clip.run) ?? null) : null,
      calibratorDb: kind === 'calibration' ? clip.calibratorDb : null,
      ...sides,
    };
    return writeRecording(db, found, place, source);
  };
  const own = (kind: BundleClip['kind'], path: string) =>
    bundle.clips.find((clip) => clip.kind === kind && clip.path === path);
  for (const kind of ['calibration', 'room'] as const)
    for (const [path, found] of kind === 'calibration' ? heard.calibrations : heard.rooms) {
      const row = own(kind, path) ?? bundle.clips.find((clip) => clip[kind] === path)!;
      const calibrationId = kind === 'room' ? (ids.calibration.get(row.calibration) ?? null) : null;
      const { id, isNew } = await write(row, path, kind, found, { calibrationId, roomId: null });
      if (isNew && row.kind === kind && row.setAside) await editRecording(db, id, { setAside: row.setAside });
      ids[kind].set(path, id);
    }
  for (const { clip, heard: found } of heard.clips) {
    const { id, isNew } = await write(clip, clip.path, 'clip', found, {
      calibrationId: ids.calibration.get(clip.calibration) ?? null,
      roomId: ids.room.get(clip.room) ?? null,
    });
    const { usedAnyway, setAside } = clip;
    if (isNew && (usedAnyway || setAside)) await editRecording(db, id, { usedAnyway, setAside });
  }
}
