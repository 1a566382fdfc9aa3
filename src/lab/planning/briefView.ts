import { BOUNDS } from '@/core/bounds';
import { defaultBrief, type Brief } from '@/core/brief/brief';
import { briefChanges, type BriefChange } from '@/core/brief/briefChanges';
import { getRoundUpSource } from '@/database/roundUps/exports';
import { listMethods, type KeptMethod } from '@/database/lineUp/methods';
import { withDatabase, type Queryable } from '@/database/pool';
import { getRoundUp } from '@/database/roundUps/roundUps';
import { listSheetChanges, readSheet, type KeptSheet } from '@/database/lineUp/sheets';

/** Half of a band that nobody has named, dB. */
const BAND_DB = 4;

/** The band around a line, as far as levels go. */
function bandAround(lineDba: number): Brief['bandDba'] {
  const { min, max } = BOUNDS.levelDb;
  return { from: Math.max(min, lineDba - BAND_DB), to: Math.min(max, lineDba + BAND_DB) };
}

/** The band of noise that a bundle named; null where it did not. */
function bandIn(source: Record<string, unknown>): Brief['bandDba'] | null {
  const { method } = (source.abanico ?? {}) as { method?: { bandDba?: unknown } };
  const band = Array.isArray(method?.bandDba) ? (method.bandDba as unknown[]) : [];
  const [from, to] = band;
  return typeof from === 'number' && typeof to === 'number' && from < to ? { from, to } : null;
}

/** A round-up's brief; version 0 and what its runs say where none was written. Null where there is no round-up. */
export async function briefOf(db: Queryable, roundUpId: number): Promise<KeptSheet<Brief> | null> {
  const kept = await readSheet(db, 'brief', roundUpId);
  if (kept) return kept;
  const roundUp = await getRoundUp(db, roundUpId);
  if (!roundUp) return null;
  const { loadsW, noiseLineDba, windowS, referenceAmbientC, rig } = roundUp;
  const source = await getRoundUpSource(db, roundUpId);
  const blank = defaultBrief();
  const body: Brief = {
    ...blank,
    loads: loadsW.map((watts) => ({ watts, program: '', gpuWatts: 0 })),
    noiseLinesDba: [noiseLineDba],
    bandDba: bandIn(source) ?? bandAround(noiseLineDba),
    windowS,
    referenceAmbientC,
    schools: {
      ...blank.schools,
      enclosure: { choice: rig.enclosure === 'open' ? 'open' : 'case', reason: '' },
    },
  };
  return { version: 0, body };
}

export interface BriefHistory {
  changedAt: Date;
  who: string;
  reason: string;
  changes: BriefChange[];
}

export interface BriefView {
  sheet: KeptSheet<Brief>;
  history: BriefHistory[];
  methods: KeptMethod[];
}

export async function viewBrief(roundUpId: number): Promise<BriefView | null> {
  return withDatabase(async (db) => {
    const sheet = await briefOf(db, roundUpId);
    if (!sheet) return null;
    const [changes, methods] = await Promise.all([listSheetChanges(db, 'brief', roundUpId), listMethods(db)]);
    const history = changes
      .filter((change) => change.was !== null)
      .map(({ changedAt, who, reason, was, isNow }) => ({
        changedAt,
        who,
        reason,
        changes: briefChanges(was!, isNow),
      }));
    return { sheet, history, methods };
  });
}
