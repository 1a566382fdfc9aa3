import type { EntryCurve } from '../curves/entryCurve';
import { beyondMounts } from '../curves/settings/settingDoubt';
import { unknown, type Outcome } from '../outcome';
import { largerSpread } from '../uncertainty/largerSpread';
import { airflowWall, type AirflowWall, type WallPoint } from './airflowWall';

/**
 * The airflow-independent resistance of a curve against speed at one load, K/W: its settings as speeds and resistances, with what
 * each has in doubt by itself and what its mounts share. Not computable where no speeds were read.
 *
 * Example: A sweep from 600 to 1,500 rpm whose R falls towards 0.12 K/W has that wall.
 */
export function wallOf(curve: EntryCurve | undefined, loadW: number): Outcome<AirflowWall> {
  const points = (curve?.points ?? []).filter(
    ({ at, resistanceKPerW }) => at > 0 && resistanceKPerW !== null,
  );
  if (points.length === 0) return unknown('no speeds were read');
  const spreads = points.map((point) => largerSpread(point.spread, point.pooledSpread));
  const wallPoints = points.map((point, i): WallPoint => {
    const { pass } = spreads[i]!;
    return {
      rpm: point.at,
      resistanceKPerW: point.resistanceKPerW!,
      // What was still to come when a setting was read is in none of its passes' scatter.
      variance: pass.variance > 0 ? (pass.variance + point.shortfall ** 2 / 3) / loadW ** 2 : null,
      freedom: pass.freedom,
    };
  });
  const mount = spreads.reduce((most, spread) =>
    spread.mount.variance > most.mount.variance ? spread : most,
  );
  // A sensor that is off is off for the whole sweep: what its class leaves beyond remounting shifts the wall as a mount does.
  const sensorsK2 = Math.max(
    ...points.map((point) => beyondMounts(point.sensorVariance, mount.mount.variance)),
  );
  const shiftK2 = mount.mount.variance + sensorsK2;
  return airflowWall(wallPoints, shiftK2 / loadW ** 2, mount.mount.freedom);
}
