import { earAgreement } from '@/core/sound/earAgreement';
import type { KeptSound } from '@/core/sound/recording/keptSound';
import { withDatabase } from '@/database/pool';
import { listListenings, type Listening } from '@/database/sound/listenings';
import { listLines } from '@/database/sound/recordings';
import type { RoundUpView } from '../model/roundUpView';
import { viewRecording, viewRecordings, type HeardClip } from './soundView';

const byProminence = (a: { prominent: boolean; toneToNoiseDb: number }, b: typeof a) =>
  Number(b.prominent) - Number(a.prominent) || b.toneToNoiseDb - a.toneToNoiseDb;

function clipRow(view: RoundUpView, { recording, product, judged, rpm }: HeardClip) {
  const { sound } = recording;
  const heard = judged.loudness.known ? judged.loudness.value : null;
  return {
    ...{ id: recording.id, entry: recording.entry, product, setting: recording.setting, rpm },
    position: view.entries.findIndex(({ entry }) => entry === recording.entry),
    recordedAt: recording.recordedAt.toISOString(),
    durationS: sound.durationS,
    sizeMb: recording.size / 2 ** 20,
    /** LAeq with the room; null where nothing calibrates it. */
    levelDba: judged.levelDba,
    exceededDba: judged.exceededDba,
    ...{ sone: heard?.sone ?? null, soneAtMost: heard?.soneAtMost ?? null, phon: heard?.phon ?? null },
    bandsAtRoom: heard?.bandsAtRoom ?? 0,
    hasRoom: recording.roomId !== null,
    /** Why it gives no loudness; empty where it counts. */
    outOf: judged.outOf,
    faults: judged.faults.map(({ says, spoils }) => ({ says, spoils })),
    /** Clear tones first. */
    tones: [...judged.tones].sort(byProminence).map((tone) => ({
      ...{ hz: tone.hz, levelDb: tone.levelDb, prominent: tone.prominent, beating: tone.beating },
      ...{ toneToNoiseDb: tone.toneToNoiseDb, prominenceDb: tone.prominenceDb },
      ...{ sentence: tone.sentence, source: tone.source },
    })),
    usedAnyway: recording.usedAnyway,
    setAside: recording.setAside,
    calibrationId: recording.calibrationId,
    roomId: recording.roomId,
    /** Level of full scale, dB; null where nothing calibrates it. */
    fullScaleDb: judged.fullScaleDb,
  };
}

const raised = ({ hz, levels }: KeptSound['linesDbfs'], byDb: number) => ({
  hz,
  levels: levels.map((level) => level + byDb),
});

/** A clip with all that is drawn of it; null where there is none of that id. */
async function drawnClip(view: RoundUpView, id: number) {
  const found = await viewRecording(view, id);
  if (!found?.clip) return null;
  const { whole, clip, room } = found;
  const up = clip.judged.fullScaleDb ?? 0;
  const { clips } = await viewRecordings(view);
  const siblings = clips.filter(
    ({ recording, rpm, judged }) =>
      recording.entry === whole.entry && rpm !== null && rpm > 0 && judged.outOf === '',
  );
  const lines = await withDatabase((db) =>
    listLines(
      db,
      siblings.map(({ recording }) => recording.id),
    ),
  );
  return {
    row: clipRow(view, clip),
    lines: raised(whole.sound.linesDbfs, up),
    room: room ? raised(room.sound.linesDbfs, up) : null,
    spectrogram: {
      stepS: whole.sound.spectrogram.stepS,
      bandsHz: whole.sound.spectrogram.bandsHz,
      levels: whole.sound.spectrogram.dbfs.map((column) => column.map((level) => level + up)),
    },
    /** Spectra of the same entry at several speeds, slowest first; fewer than three tell nothing of a course. */
    bySpeed: siblings
      .map(({ recording, rpm, judged }) => ({
        ...{ rpm: rpm!, setting: recording.setting },
        lines: raised(lines.get(recording.id)!, judged.fullScaleDb ?? 0),
      }))
      .sort((a, b) => a.rpm - b.rpm),
  };
}

/** All that the page of recordings shows; `clip` and `beside` are looked at. */
export async function viewSound(
  view: RoundUpView,
  { clip, beside }: { clip: number | null; beside: number | null },
) {
  const { clips, others } = await viewRecordings(view);
  const scales = new Map(others.map(({ id, fullScaleDb }) => [id, fullScaleDb]));
  const first = clips.find(({ recording }) => recording.id === clip) ?? clips.at(-1);
  return {
    roundUpId: view.roundUp.id,
    title: view.roundUp.title,
    meterDistanceCm: view.roundUp.rig.meterDistanceCm,
    noiseLineDba: view.roundUp.noiseLineDba,
    entries: view.entries.map(({ entry, product }) => ({
      ...{ entry, product },
      settings: [...new Set(view.runs.filter((run) => run.entry === entry).map((run) => run.setting))],
    })),
    clips: clips.map((heard) => clipRow(view, heard)),
    sides: others.map(
      ({ id, kind, name, recordedAt, setAside, calibratorDb, fullScaleDb, sound, calibrationId }) => {
        const scale = scales.get(calibrationId ?? 0);
        return {
          ...{ id, kind: kind as 'calibration' | 'room', name, setAside, calibratorDb, fullScaleDb },
          recordedAt: recordedAt.toISOString(),
          /** Of the room, dB(A); null where nothing calibrates it. */
          levelDba: typeof scale === 'number' ? sound.aDbfs + scale : null,
        };
      },
    ),
    shown: first ? await drawnClip(view, first.recording.id) : null,
    beside: beside === null ? null : await drawnClip(view, beside),
  };
}

export type ClipRow = ReturnType<typeof clipRow>;
export type DrawnClip = NonNullable<Awaited<ReturnType<typeof drawnClip>>>;
/** A spectrum as it is drawn, 24 parts an octave, calibrated where that is possible. */
export type DrawnSpectrum = DrawnClip['lines'];
export type SoundData = Awaited<ReturnType<typeof viewSound>>;
/** A calibrator's tone or the room alone. */
export type SideRow = SoundData['sides'][number];

const percent = (share: number) => `${Math.round(100 * share)} %`;

function sitting(
  { id, heardAt, who, wasBlind, clips }: Listening,
  rows: ReadonlyMap<number, ReturnType<typeof clipRow>>,
) {
  const there = clips.flatMap((clipId) => rows.get(clipId) ?? []);
  const clearTones = (row: (typeof there)[number]) => row.tones.filter(({ prominent }) => prominent);
  const strongest = (row: (typeof there)[number]) =>
    Math.max(0, ...clearTones(row).map(({ toneToNoiseDb }) => toneToNoiseDb));
  const held = (name: string, figureOf: (row: (typeof there)[number]) => number | null) => {
    const told = there.map((row, place) => ({ place, figure: figureOf(row) }));
    const known = told.filter((each): each is { place: number; figure: number } => each.figure !== null);
    const found = earAgreement(
      known.map(({ place }) => place + 1),
      known.map(({ figure }) => figure),
    );
    const says = found.known
      ? `${found.value.agreed} of ${found.value.pairs} pairs in the same order, ${percent(found.value.share)} (95 % interval ${percent(found.value.from)} to ${percent(found.value.to)})`
      : found.reason;
    return { with: name, says };
  };
  return {
    ...{ id, who, wasBlind, heardAt: heardAt.toISOString() },
    clips: there.map((row) => ({
      ...{ id: row.id, product: row.product, setting: row.setting, sone: row.sone },
      clearTones: clearTones(row).length,
    })),
    agreements: [
      held('loudness, sone', ({ sone }) => sone),
      held('level, dB(A)', ({ levelDba }) => levelDba),
      held('its strongest clear tone', strongest),
    ],
  };
}

/** Clips to listen to, and what earlier sittings came to. */
export async function viewListening(view: RoundUpView) {
  const { clips } = await viewRecordings(view);
  const rows = clips.map((heard) => clipRow(view, heard));
  const sittings = await withDatabase((db) => listListenings(db, view.roundUp.id));
  const byId = new Map(rows.map((row) => [row.id, row]));
  return {
    roundUpId: view.roundUp.id,
    noiseLineDba: view.roundUp.noiseLineDba,
    clips: rows,
    sittings: sittings.map((each) => sitting(each, byId)),
  };
}

export type ListenData = Awaited<ReturnType<typeof viewListening>>;
/** What an ear's order came to. */
export type Sitting = ListenData['sittings'][number];
