import type { EntryCurve } from '@/core/curves/entryCurve';
import { unknown, type Outcome } from '@/core/outcome';
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
  const wallPoints = points.map(
    ({ at, resistanceKPerW, spread: { passes, freedom }, shortfall }): WallPoint => ({
      rpm: at,
      resistanceKPerW: resistanceKPerW!,
      // What was still to come when a setting was read is in none of its passes' scatter.
      variance: passes > 0 ? (passes + shortfall ** 2 / 3) / loadW ** 2 : null,
      freedom,
    }),
  );
  const { spread } = points.reduce((most, point) =>
    point.spread.mounts > most.spread.mounts ? point : most,
  );
  return airflowWall(wallPoints, spread.mounts / loadW ** 2, spread.freedom);
}
