import type { PowerPlace } from '../reduction/powerPlace';
import type { Reduction } from '../reduction/reduceTrace';

/** Power that differs from the heat load by more than this share was hardly meant. */
const FAR_SHARE = 0.25;
/** A die that its limit holds draws less than the load; more by this share is another power than the die's. */
const MORE_SHARE = 0.03;

interface Typed {
  loadW: number;
  noiseDb: number;
  floorDb: number;
  powerW: number | null;
}

function farWords(loadW: number, powerW: number, heatLimited: boolean, powerAt: PowerPlace): string {
  // A board and a wall see other parts, too: more than the load, never less.
  if (powerAt !== 'die')
    return powerW < loadW
      ? `${powerW.toFixed(0)} W at the ${powerAt}, less than the load of ${loadW} W: is that right?`
      : '';
  if (heatLimited)
    return powerW > (1 + MORE_SHARE) * loadW
      ? `at its limit the die draws ${powerW.toFixed(0)} W, more than the load of ${loadW} W: are those the watts of the die?`
      : '';
  return Math.abs(powerW - loadW) > FAR_SHARE * loadW
    ? `power of ${powerW.toFixed(0)} W at a load of ${loadW} W: is that right?`
    : '';
}

/**
 * Whether measured power is far from the load, in words; a die held at its limit explains less of it, and no more.
 *
 * @example farPower(170, { powerSource: 'nominal', powerMeanW: 170, heatLimited: false }) → ''
 */
export function farPower(
  loadW: number,
  reduction: Pick<Reduction, 'powerSource' | 'powerMeanW' | 'heatLimited'>,
): string {
  const { powerSource, powerMeanW, heatLimited } = reduction;
  if (!(loadW > 0) || powerSource === 'nominal') return '';
  return farWords(loadW, powerMeanW, heatLimited, powerSource === 'measured' ? 'die' : powerSource);
}

/**
 * What is asked about before values typed by hand are taken: they can be true, and mostly are slips.
 *
 * Example: A die at 120 °C with a room of 22: asked about; 61 °C: nothing.
 */
export function askedAbout(run: Typed, heatLimited: boolean, powerAt: PowerPlace = 'die'): string[] {
  const asked: string[] = [];
  if (run.loadW > 0 && run.powerW !== null) asked.push(farWords(run.loadW, run.powerW, heatLimited, powerAt));
  if (run.noiseDb < run.floorDb)
    asked.push(
      `${run.noiseDb} dB(A) is quieter than the room alone, ${run.floorDb} dB(A): is one of the two wrong?`,
    );
  return asked.filter(Boolean);
}

/**
 * A window by hand of another length than the method's, in words; empty where it fits.
 *
 * @example oddWindow({ startS: 0, endS: 300 }, 300) → ''
 */
export function oddWindow(window: { startS: number; endS: number }, windowS: number): string {
  const lengthS = window.endS - window.startS;
  // A window of 300 samples a second apart spans 299 s.
  if (Math.abs(lengthS - windowS) <= Math.max(2, 0.05 * windowS)) return '';
  return `a window of ${Math.round(lengthS)} s, where the method has ${Math.round(windowS)} s: is that meant?`;
}
