import { defaultSetup } from '@/core/rig/rigSetup';
import { seededChance } from '@/core/statistics/chance';
import { demoFiles } from './demoFiles';
import { ATTIC_COOLERS, ATTIC_LOAD_W, ATTIC_SETTINGS } from './monthsRoundUp';
import type { RunRow } from './sweepRuns';

const START = Date.UTC(2025, 1, 10, 18, 0, 0);
const FLOOR_DB = 20.6;
/** What the older board makes of a cooler: its spreader is rounder, and its load a little larger than it says. */
export const CELLAR = { offsetK: 1.6, factor: 1.07 };
/** The low one sits on the middle of the plate alone: there the older spreader is the bottleneck. */
const FLIPS = { entry: 'virada', byK: 8.5 };
/** Measured here alone, and sold no more. */
const ONLY_HERE = { entry: 'calmo', product: 'Calmo 92', maker: 'Astillero Norte', riseK: 39.6, price: 27 };

/**
 * An older rig in the cellar: four coolers that the attic has measured too, one of which the other rig sees otherwise, and one that
 * was never measured anywhere else. The same seed gives the same bytes.
 */
export function cellarRoundUp(seed: number): Map<string, string> {
  const chance = seededChance(seed + 31);
  const rows: RunRow[] = [];
  const all = [...ATTIC_COOLERS, ONLY_HERE];
  for (let mount = 1; mount <= 2; mount += 1)
    all.forEach(({ entry, riseK }, evening) => {
      const mountK = 0.2 * chance.normal();
      ATTIC_SETTINGS.forEach(({ duty, db, share }, i) => {
        const flip = entry === FLIPS.entry ? FLIPS.byK : 0;
        const rise = CELLAR.offsetK + CELLAR.factor * riseK * share + flip + mountK + 0.08 * chance.normal();
        const ambient = 17 + chance.normal();
        rows.push({
          ...{ run: String(rows.length + 1).padStart(3, '0'), entry, mount, pass: 1, load_w: ATTIC_LOAD_W },
          ...{ setting: `${duty} %`, duty_pct: duty, rpm: 20 * duty, trace: '' },
          noise_db: Number((db + 0.15 * chance.normal()).toFixed(1)),
          floor_db: Number((FLOOR_DB + 0.2 * chance.normal()).toFixed(1)),
          cpu_c: Number((ambient + rise).toFixed(2)),
          ambient_c: Number(ambient.toFixed(2)),
          power_w: Number((ATTIC_LOAD_W * (1 + 0.003 * chance.normal())).toFixed(1)),
          started_at: new Date(START + ((mount * 8 + evening) * 24 * 3600 + i * 1500) * 1000)
            .toISOString()
            .slice(0, 19),
          ...{ set_aside: '', note: '' },
        } as RunRow);
      });
    });
  const setup = {
    ...defaultSetup({ enclosure: 'open', meterDistanceCm: 60, limitC: 90 }),
    processor: '6-core desktop part, an earlier one',
  };
  return demoFiles(new Map(), {
    name: 'cellar-small-coolers',
    title: 'Small coolers in the cellar, the year before',
    entries: all.map(({ entry, product, maker, price }) => ({
      ...{ entry, product, maker, kind: 'air-tower', fans: '1 × 92 mm', fanCount: 1, price, heightMm: 118 },
      isControl: entry === ATTIC_COOLERS[0]!.entry,
    })),
    runs: rows,
    abanico: {
      rig: {
        ...{ name: 'Cellar bench', enclosure: 'open', meterDistanceCm: 60, limitC: 90, revision: 1 },
        revisions: [{ revision: 1, startedAt: new Date(START).toISOString(), reason: '', setup }],
      },
      method: { loadsW: [ATTIC_LOAD_W], noiseLineDba: 30, windowS: 300, referenceAmbientC: 23 },
    },
  });
}
