import { createHash } from 'node:crypto';
import { correctedDb } from '@/core/levels/levelCorrection';
import { energyMeanDb } from '@/core/levels/energyMeanDb';
import type { BriefSound } from '@/core/sound/recording/keptSound';
import { judgedClip, type JudgedClip } from '@/core/sound/judgedClip';
import { countedLoudness } from '@/core/sound/loudness/countedLoudness';
import { runLoudness, USUAL_MAINS_HZ } from '@/core/sound/loudness/runLoudness';
import { mean } from '@/core/statistics/mean';
import { noProgress, type Tell } from '@/core/progress';
import type { BundleClip } from '@/formats/bundle/tables/clipsTable';
import type { Bundle } from '@/formats/bundle/readBundle';
import { wavStart, type WavStart } from '@/formats/wav/wavStart';
import { UnusableInput, type Problem } from '@/formats/problem';
import { bytesSource, type WavSource } from './hearWav';
import { hearRecording, type HeardRecording } from './keepRecording';

/** What was heard of late, by the bytes and how they were listened to: a bundle is read for its check, its import and each report. */
const heardBefore = new Map<string, HeardRecording>();
const MOST_HEARD = 64;

/** What is known of a recording once somebody has listened. */
export type Listened = Pick<HeardRecording, 'fullScaleDb'> & { sound: BriefSound };

/** Recordings that the lab has listened to before: what was heard, and their beginnings. */
export interface KnownSounds {
  heard: ReadonlyMap<string, Listened>;
  source: (path: string) => WavSource;
}

type HeardAs = Pick<BundleClip, 'kind' | 'calibratorDb' | 'channel'>;

async function hear(path: string, bytes: Uint8Array, as: HeardAs): Promise<HeardRecording> {
  const digest = createHash('sha256').update(bytes).digest('hex');
  const key = `${digest} ${as.kind === 'calibration'} ${as.kind === 'calibration' ? as.calibratorDb : ''} ${as.channel}`;
  const before = heardBefore.get(key);
  if (before) return before;
  const heard = await hearRecording(bytesSource(path, bytes), as);
  heardBefore.set(key, heard);
  for (const oldest of heardBefore.keys()) {
    if (heardBefore.size <= MOST_HEARD) break;
    heardBefore.delete(oldest);
  }
  return heard;
}

export interface HeardBundle<H extends Listened = HeardRecording> {
  /** By path. */
  calibrations: Map<string, H>;
  rooms: Map<string, H>;
  clips: { clip: BundleClip; heard: H }[];
  problems: Problem[];
}

/** Listens to all recordings of a bundle; those that cannot be used are listed by their row. */
export function hearBundle(bundle: Bundle, tell: Tell = noProgress): Promise<HeardBundle> {
  return heardBy(bundle, (path, as) => hear(path, bundle.sounds.get(path)!, as), tell);
}

async function heardBy<H extends Listened>(
  bundle: Bundle,
  listen: (path: string, as: HeardAs) => Promise<H>,
  tell: Tell,
): Promise<HeardBundle<H>> {
  const made: HeardBundle<H> = { calibrations: new Map(), rooms: new Map(), clips: [], problems: [] };
  const attempt = async (clip: BundleClip, path: string, as: HeardAs, column: string) => {
    try {
      return await listen(path, as);
    } catch (error) {
      if (!(error instanceof UnusableInput)) throw error;
      made.problems.push({
        file: 'clips.csv',
        line: clip.line,
        column,
        message: `${path}: ${error.problem.message}`,
      });
      return null;
    }
  };
  const known = new Set<string>();
  for (const [i, clip] of bundle.clips.entries()) {
    tell('Listening to the recordings', i / bundle.clips.length);
    const sides = [
      {
        kind: 'calibration' as const,
        path: clip.kind === 'calibration' ? clip.path : clip.calibration,
        into: made.calibrations,
      },
      { kind: 'room' as const, path: clip.kind === 'room' ? clip.path : clip.room, into: made.rooms },
    ];
    for (const { kind, path, into } of sides) {
      if (path === '' || known.has(`${kind} ${path}`)) continue;
      known.add(`${kind} ${path}`);
      const column = clip.kind === kind ? 'path' : kind;
      const heard = await attempt(clip, path, { ...clip, kind }, column);
      if (heard) into.set(path, heard);
    }
    if (clip.kind !== 'clip') continue;
    const heard = await attempt(clip, clip.path, clip, 'path');
    if (heard) made.clips.push({ clip, heard });
  }
  return made;
}

/** What a reader hears of each clip, s. */
export const HEARD_S = 2.5;

/** A clip of a bundle judged as the lab judges its own. */
export function judgedBundleClip(
  bundle: Bundle,
  heard: HeardBundle<Listened>,
  { clip, heard: { sound } }: HeardBundle<Listened>['clips'][number],
): JudgedClip {
  const runs = bundle.runs.filter(
    ({ run }) => run.entry === clip.entry && run.setting === clip.setting && !run.setAside,
  );
  const { meterDistanceCm } = bundle.dataPackage.rig;
  const isThere = clip.distanceCm === null || Math.abs(clip.distanceCm - meterDistanceCm) <= 1;
  const rpms = runs.flatMap(({ run }) => run.rpm ?? []);
  const blades = bundle.dataPackage.planning.lineUp[clip.entry]?.product?.blades ?? null;
  const calibration = heard.calibrations.get(clip.calibration);
  const room = heard.rooms.get(clip.room);
  return judgedClip(sound, clip.setting, {
    calibration: calibration ? { fullScaleDb: calibration.fullScaleDb! } : null,
    room: room ? { bandsDbfs: room.sound.bandsDbfs, fullScaleDb: calibration?.fullScaleDb ?? null } : null,
    meterDba:
      isThere && runs.length > 0
        ? energyMeanDb(runs.map(({ run }) => correctedDb(run.noiseDb, run.levelCorrection)))
        : null,
    sources: {
      fans: rpms.length > 0 ? [{ blades, rpm: mean(rpms) }] : [],
      pumpRpm: null,
      mainsHz: sound.humHz ?? USUAL_MAINS_HZ,
    },
    usedAnyway: clip.usedAnyway,
    setAside: clip.setAside,
  });
}

/**
 * The bundle with the loudness of each run by its recordings, for orders by sone; as it is where it holds none. What the lab has heard
 * before is not listened to again.
 */
export async function withLoudness(bundle: Bundle, known?: KnownSounds): Promise<Bundle> {
  if (bundle.clips.length === 0) return bundle;
  const heard: HeardBundle<Listened> = known
    ? await heardBy(bundle, (path) => Promise.resolve(known.heard.get(path)!), noProgress)
    : await hearBundle(bundle);
  const sourceOf = known?.source ?? ((path: string) => bytesSource(path, bundle.sounds.get(path)!));
  const clips = heard.clips.map((item) => ({
    clip: item.clip,
    judged: judgedBundleClip(bundle, heard, item),
  }));
  const sones = runLoudness(
    bundle.runs.map(({ run: { run: id, entry, setting } }) => ({ id, entry, setting })),
    clips.flatMap(({ clip: { run, entry, setting }, judged: { loudness } }) =>
      loudness.known ? [{ run: run || null, entry, setting, ...countedLoudness(loudness.value) }] : [],
    ),
  );
  const isHeard = bundle.dataPackage.planning.verdict?.parts.some(({ kind }) => kind === 'sounds');
  const starts = new Map<string, WavStart>();
  for (const { clip } of isHeard ? clips : [])
    starts.set(clip.path, await wavStart(sourceOf(clip.path), clip.channel, HEARD_S));
  return { ...bundle, heard: { sones, clips, starts } };
}
