import type { CoverWords } from '@/core/lineUp/underCover';
import type { Recording } from '@/database/sound/recordings';
import { fileNameOf } from '@/formats/fileName';
import type { BundleClip } from '@/formats/bundle/tables/clipsTable';

export interface ExportedClip {
  id: number;
  row: Omit<BundleClip, 'line'>;
}

const plain = (text: string) => fileNameOf(text, 'recording', 60).replace(/^_+|_+$/g, '') || 'recording';

/**
 * Recordings as rows of `clips.csv`, with paths made of what they are: a file's own name may say what a cover hides. What may be
 * seen by readers tells no reasons.
 */
export function exportedClips(
  recordings: readonly Recording[],
  {
    labels,
    words,
    ofEntry,
    isPublic,
  }: {
    labels: ReadonlyMap<number, string>;
    words: CoverWords;
    /** What was written of an entry itself, under its cover. */
    ofEntry: (entry: string, text: string) => string;
    isPublic: boolean;
  },
): ExportedClip[] {
  const taken = new Set<string>();
  const pathOf = new Map<number, string>();
  // The oldest first, so that one that comes later changes no path.
  const all = [...recordings].sort((a, b) => a.recordedAt.getTime() - b.recordedAt.getTime() || a.id - b.id);
  for (const { id, kind, entry, setting } of all) {
    const base = plain(kind === 'clip' ? `${entry}-${ofEntry(entry, setting)}` : kind);
    let path = `clips/${base}.wav`;
    for (let i = 2; taken.has(path.toLowerCase()); i += 1) path = `clips/${base}-${i}.wav`;
    taken.add(path.toLowerCase());
    pathOf.set(id, path);
  }
  const levels = new Map(all.map(({ id, calibratorDb }) => [id, calibratorDb]));
  return all.map((recording) => {
    const { id, kind, calibrationId, roomId } = recording;
    const calibratorDb = kind === 'calibration' ? recording.calibratorDb : levels.get(calibrationId ?? 0);
    return {
      id,
      row: {
        kind,
        entry: kind === 'clip' ? recording.entry : '',
        setting:
          kind === 'clip' ? ofEntry(recording.entry, recording.setting) : words.text(recording.setting),
        path: pathOf.get(id)!,
        calibration: pathOf.get(calibrationId ?? 0) ?? '',
        room: pathOf.get(roomId ?? 0) ?? '',
        calibratorDb: calibratorDb ?? 94,
        distanceCm: recording.distanceCm,
        run: labels.get(recording.runId ?? 0) ?? '',
        recordedAt: recording.recordedAt.toISOString(),
        channel: recording.sound.channel,
        usedAnyway: isPublic ? (recording.usedAnyway ? 'used anyway' : '') : words.text(recording.usedAnyway),
        setAside: isPublic ? (recording.setAside ? 'set aside' : '') : words.text(recording.setAside),
      },
    };
  });
}
