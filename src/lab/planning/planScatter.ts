import type { RigScatter } from '@/core/plan/smallestDifference';
import { isFixedWatts } from '@/core/runs/load';
import { repeatsSpread } from '@/core/uncertainty/spreads/repeatsSpread';
import { fieldAt } from '@/core/curves/field';
import { historyAt } from '@/core/rig/rigRemounts';
import { rigSpread } from '@/core/uncertainty/spreads/rigSpread';
import { plural } from '@/core/words';
import { ASSUMED_SPREAD_K } from '@/core/uncertainty/constants';
import { viewResponse } from '../model/responseView';
import { loadsOf, riseCurves, type RoundUpView } from '../model/roundUpView';

/** Of an assumed spread of 0.5 K so much is passes, where nothing tells them from mounts. */
const ASSUMED_PASS_K = 0.6 * ASSUMED_SPREAD_K;

/** What the rig scatters by at the round-up’s line and first load of fixed watts, as every ± there has it. */
export function learntScatter(view: RoundUpView): { scatter: RigScatter; from: string } {
  const chosen = riseCurves(view).find(({ load }) => isFixedWatts(load));
  const field = chosen?.curves[0]?.field;
  const at = field && fieldAt(field, view.roundUp.noiseLineDba);
  // Before anything is cited or measured the rig is known by what others were remounted on it.
  const loadW = loadsOf(view).find(isFixedWatts)?.loadW ?? view.remounts[0]?.loadW ?? 0;
  const before = historyAt(view.remounts, { loadW, loadName: '', gpuLoadW: 0 });
  const rig = at?.rig ?? rigSpread([], ASSUMED_SPREAD_K, before);
  // Where no pass was repeated, what mounts scatter by holds it.
  const ofPasses = rig ? 0 : ASSUMED_PASS_K;
  const passK = at && at.pass.freedom > 0 ? Math.sqrt(at.pass.variance) : ofPasses;
  if (!rig)
    return {
      scatter: { passK, mountK: ASSUMED_SPREAD_K },
      from: 'assumed, 0.5 K: nothing has been remounted on this rig yet',
    };
  const { variance, freedom, earlier } = rig;
  return {
    scatter: { passK, mountK: Math.sqrt(variance), earlier },
    from: `from ${plural(Math.round(freedom), 'remount')} on this rig${earlier > 0 ? `, ${Math.round(earlier)} of them in other round-ups` : ''}`,
  };
}

/** What a fan's airspeed is assumed to scatter by, % of it (FORMATS step 14). */
const ASSUMED_AIR: RigScatter = { mountK: 0.8 * 3, passK: 0.6 * 3, assumedK: 3, stepK: 0 };

/** The same of fans by their air, in percent of what they move: of the response that most of them were read by. */
export async function airScatter(view: RoundUpView): Promise<{ scatter: RigScatter; from: string }> {
  const assumed = { scatter: ASSUMED_AIR, from: 'assumed, 3 % of an airspeed: nothing was repeated yet' };
  const { loads } = await viewResponse(view, { response: 'airspeed' });
  const sweeps = loads[0]?.curves[0]?.field.sweeps ?? [];
  const { mount, pass } = repeatsSpread(
    sweeps.map(({ settings }) =>
      settings.map(({ value, cells }) => ({
        cells: cells.map((cell) => ({
          mount: cell.mount,
          value: cell.value.map((read) => (100 * read) / value),
        })),
      })),
    ),
  );
  if (!mount && !pass) return assumed;
  return {
    scatter: {
      ...ASSUMED_AIR,
      mountK: mount ? Math.sqrt(mount.variance) : ASSUMED_AIR.mountK,
      passK: Math.sqrt(pass?.variance ?? 0),
    },
    from: 'from what repeats of these fans scatter by',
  };
}
