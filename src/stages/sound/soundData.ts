/** A recording of an entry as the page lists it. */
export interface ClipRow {
  id: number;
  entry: string;
  product: string;
  position: number;
  setting: string;
  recordedAt: string;
  durationS: number;
  sizeMb: number;
  rpm: number | null;
  /** LAeq with the room; null where nothing calibrates it. */
  levelDba: number | null;
  exceededDba: { l10: number; l50: number; l90: number } | null;
  sone: number | null;
  soneAtMost: number | null;
  phon: number | null;
  bandsAtRoom: number;
  hasRoom: boolean;
  /** Why it gives no loudness; empty where it counts. */
  outOf: string;
  faults: { says: string; spoils: boolean }[];
  /** Clear tones first. */
  tones: ToneRow[];
  usedAnyway: string;
  setAside: string;
  calibrationId: number | null;
  roomId: number | null;
  /** Level of full scale, dB; null where nothing calibrates it. */
  fullScaleDb: number | null;
}

export interface ToneRow {
  hz: number;
  levelDb: number | null;
  toneToNoiseDb: number;
  prominenceDb: number;
  prominent: boolean;
  sentence: string;
  source: string;
  beating: { rateHz: number; depth: number } | null;
}

/** A calibrator's tone or the room alone. */
export interface SideRow {
  id: number;
  kind: 'calibration' | 'room';
  name: string;
  recordedAt: string;
  setAside: string;
  /** Of a calibration: the calibrator, and full scale by it. */
  calibratorDb: number | null;
  fullScaleDb: number | null;
  /** Of the room: its level, dB(A); null where nothing calibrates it. */
  levelDba: number | null;
}

/** A spectrum as it is drawn, 24 parts an octave, calibrated where that is possible. */
export interface DrawnSpectrum {
  hz: number[];
  levels: number[];
}

/** A clip with all that is drawn of it. */
export interface DrawnClip {
  row: ClipRow;
  lines: DrawnSpectrum;
  room: DrawnSpectrum | null;
  spectrogram: { stepS: number; bandsHz: number[]; levels: number[][] };
  /** Spectra of the same entry at several speeds, slowest first; fewer than three tell nothing of a course. */
  bySpeed: { rpm: number; setting: string; lines: DrawnSpectrum }[];
}

export interface SoundData {
  roundUpId: number;
  title: string;
  meterDistanceCm: number;
  noiseLineDba: number;
  entries: { entry: string; product: string; settings: string[] }[];
  clips: ClipRow[];
  sides: SideRow[];
  shown: DrawnClip | null;
  beside: DrawnClip | null;
}

/** What the ear's orders came to, newest first. */
export interface Sitting {
  id: number;
  heardAt: string;
  who: string;
  wasBlind: boolean;
  clips: { id: number; product: string; setting: string; sone: number | null; clearTones: number }[];
  agreements: { with: string; says: string }[];
}

export interface ListenData {
  roundUpId: number;
  noiseLineDba: number;
  clips: ClipRow[];
  sittings: Sitting[];
}
