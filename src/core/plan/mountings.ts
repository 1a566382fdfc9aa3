import { uniformInt } from 'pure-rand/distribution/uniformInt';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import type { Load } from '../runs/load';
import { repeatsOf, type PlanEntry, type PlanSettings } from './planSettings';

/** One reading that is planned: a heat load, a fan setting, a pass. */
export interface PlannedPoint extends Load {
  setting: string;
  pass: number;
}

/** One time a cooler is put on, with all that is measured then. */
export interface Mounting {
  /** Entry and mount: stays the same when the order changes. */
  id: string;
  entry: string;
  mount: number;
  isControl: boolean;
  /** Block of the design: all first mounts, then all second ones, … */
  block: number;
  points: PlannedPoint[];
}

/** Fisher–Yates, seeded. */
function shuffled<T>(items: readonly T[], seed: number): T[] {
  const generator = xoroshiro128plus(seed);
  const mixed = [...items];
  for (let i = mixed.length - 1; i > 0; i -= 1) {
    const j = uniformInt(generator, 0, i);
    [mixed[i], mixed[j]] = [mixed[j]!, mixed[i]!];
  }
  return mixed;
}

function pointsOf(
  entry: PlanEntry,
  given: PlanSettings,
  loads: readonly Load[],
  passes: number,
): PlannedPoint[] {
  const settings = entry.ownSettings ?? given.settings;
  const points: PlannedPoint[] = [];
  // Passes outermost: a repeat must not stand right behind what it repeats.
  for (let pass = 1; pass <= passes; pass += 1)
    for (const { loadW, loadName, gpuLoadW } of loads)
      for (const setting of settings) points.push({ loadW, loadName, gpuLoadW, setting, pass });
  return points;
}

/**
 * All mountings of a plan in their designed order: a randomised block for each mount, every entry once in
 * random order, so that a drift of the rig favours nobody (Cochran & Cox, ch. 4), with the control at the
 * start, at the end, and after every `controlEvery` mounts. The control is read once a re-test. Entries with
 * more mounts of their own make blocks of their own behind.
 * `loads` in the order they are run.
 *
 * Example: Four entries with two mounts each: two blocks of four, each in a random order, with the control between.
 */
export function designedMountings(
  settings: PlanSettings,
  entries: readonly PlanEntry[],
  loads: readonly Load[],
): Mounting[] {
  const control = entries.find((entry) => entry.isControl);
  const others = entries.filter((entry) => entry !== control);
  const order: Mounting[] = [];
  let controls = 0;
  const reTest = (block: number) => {
    if (!control) return;
    controls += 1;
    order.push({
      id: `${control.entry} ${controls}`,
      entry: control.entry,
      mount: controls,
      isControl: true,
      block,
      points: pointsOf(control, settings, loads, 1),
    });
  };
  reTest(1);
  let since = 0;
  const mountsOf = ({ entry }: PlanEntry) => repeatsOf(settings, entry).mounts;
  const blocks = Math.max(settings.mounts, ...others.map(mountsOf));
  for (let block = 1; block <= blocks; block += 1) {
    const again = others.filter((entry) => mountsOf(entry) >= block);
    for (const entry of shuffled(again, settings.seed * 1009 + block)) {
      if (since >= settings.controlEvery) {
        reTest(block);
        since = 0;
      }
      order.push({
        id: `${entry.entry} ${block}`,
        entry: entry.entry,
        mount: block,
        isControl: false,
        block,
        points: pointsOf(entry, settings, loads, repeatsOf(settings, entry.entry).passes),
      });
      since += 1;
    }
  }
  if (others.length > 0) reTest(blocks);
  return order;
}

/**
 * The order a reviewer has made by hand: mountings that it names stand as it says, those it does not know
 * keep their place behind the one they were designed to follow. Nothing is lost or doubled.
 *
 * Example: Designed a, b, c and by hand ‘c’ first: c, a, b.
 */
export function inOrder(designed: readonly Mounting[], byHand: readonly string[]): Mounting[] {
  const known = new Map(designed.map((mounting) => [mounting.id, mounting]));
  const ordered = [...new Set(byHand)].flatMap((id) => known.get(id) ?? []);
  const placed = new Set(ordered);
  let before: Mounting | undefined;
  for (const at of designed) {
    if (!placed.has(at)) {
      ordered.splice(before ? ordered.indexOf(before) + 1 : 0, 0, at);
      placed.add(at);
    }
    before = at;
  }
  return ordered;
}
