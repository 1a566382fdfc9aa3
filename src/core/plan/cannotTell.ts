import { loadLabel, type Load } from '../runs/load';
import type { PlanSettings } from './planSettings';

/** Speeds that a wall and a knee need at least. */
const WALL_SETTINGS = 4;
/** Settings that a band is read from at least, from end to end. */
const BAND_SETTINGS = 3;

/**
 * What a plan will not be able to tell, in words; empty where it tells all that the round-up can be asked.
 *
 * Example: One mount of two settings: no scatter of mounting, no band, no wall.
 *
 * @param dropped heat loads of the brief that it leaves out
 */
export function cannotTell(
  { settings, mounts, passes }: PlanSettings,
  dropped: readonly Load[],
  byAir = false,
): string[] {
  const one = settings.length === 1 ? 'one setting' : `${settings.length} settings`;
  return [
    mounts < 2
      ? byAir
        ? 'what putting one up anew changes: each is put up once, and ± is assumed'
        : 'what remounting changes: each is mounted once, and ± is assumed'
      : '',
    mounts < 2 && passes < 2 ? 'how single readings scatter: nothing is read twice' : '',
    settings.length < BAND_SETTINGS ? `the mean over the noise band: ${one} hardly cover it` : '',
    !byAir && settings.length < WALL_SETTINGS
      ? `the wall and the knee: they need four settings, it has ${one}`
      : '',
    dropped.length > 0 ? `anything at ${dropped.map(loadLabel).join(' and ')}` : '',
  ].filter(Boolean);
}
