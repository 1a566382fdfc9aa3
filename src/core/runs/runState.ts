import { farPower } from './askedAbout';
import { correctionWords } from '../levels/levelCorrection';
import { isMissing } from '../missing';
import { STEADY_K_PER_MIN } from '../settling/steady';
import { partLeftOut } from '../levels/levelShare';
import { sentence } from '../words';
import { hasDie, type LabRun } from './labRun';

export type RunState =
  | 'settled'
  | 'typed'
  | 'no result'
  | 'other readings'
  | 'at the limit'
  | 'rising again'
  | 'rising'
  | 'falling'
  | 'too short'
  | 'not settled'
  | 'set aside';

/**
 * The state of a run in the word that the logbook shows.
 *
 * Example: A run whose rise climbs by 0.4 K/min at its end: ‘rising’.
 */
export function runState(run: LabRun): RunState {
  const { reduction } = run;
  if (run.setAside) return 'set aside';
  if (!hasDie(run)) return 'other readings';
  if (isMissing(reduction.riseK)) return 'no result';
  if (!reduction.settled) {
    if (reduction.tooShort) return 'too short';
    if (reduction.runningAway) return 'rising again';
    const slope = reduction.slopeKPerMin;
    if (slope.known && Math.abs(slope.value) >= STEADY_K_PER_MIN)
      return slope.value > 0 ? 'rising' : 'falling';
    return 'not settled';
  }
  if (reduction.heatLimited) return 'at the limit';
  return run.hasTrace ? 'settled' : 'typed';
}

/**
 * What to know about a run, in short plain sentences, the weightiest first; `beside` is what it shows only
 * beside the others (`runFlags`).
 *
 * Example: A typed run read 2 dB over the room: ‘At the floor: level is an upper bound’, ‘Means typed by hand: …’.
 */
export function whatToKnow(run: LabRun, limitC: number, beside: readonly string[]): string[] {
  const { reduction, level } = run;
  const notes: string[] = [];
  if (run.setAside) notes.push(sentence(run.setAside));
  if (hasDie(run) && !reduction.settled) notes.push(sentence(reduction.unsettledReason));
  if (reduction.heatLimited) {
    const held = `Held at ${limitC} °C`;
    const { powerSource } = reduction;
    const watts = Math.round(reduction.powerMeanW);
    notes.push(
      powerSource === 'measured'
        ? `${held}: ${watts} W of ${run.loadW} W flowed`
        : powerSource === 'nominal'
          ? `${held}, and no power was logged: K/W is a lower bound`
          : `${held}, and the ${watts} W were read at the ${powerSource}: K/W is not known`,
    );
  } else if (reduction.powerSource === 'board' || reduction.powerSource === 'wall')
    notes.push(
      `Power read at the ${reduction.powerSource}, ${Math.round(reduction.powerMeanW)} W: it checks the load and restates nothing`,
    );
  const far = hasDie(run) && run.loadName === '' ? farPower(run.loadW, reduction) : '';
  if (far) notes.push(sentence(far));
  notes.push(...beside);
  if (level.standing === 'at-floor') {
    notes.push(
      level.underRange
        ? 'Reads under the range of the meter: level is an upper bound'
        : level.overFloorDb <= 0
          ? 'Reads no louder than the room: level is an upper bound'
          : 'At the floor: level is an upper bound',
    );
  } else if (level.standing === 'valid') notes.push(`Only ${level.overFloorDb.toFixed(1)} dB over the room`);
  if (hasDie(run) && reduction.powerSource === 'nominal' && run.loadW > 0 && !reduction.heatLimited) {
    notes.push('Power not logged: set load assumed');
  }
  if (reduction.ambientSource === 'typed' && run.hasTrace) {
    const doubt = run.ambientDoubtK === null ? '' : `, ± ${run.ambientDoubtK} K`;
    notes.push(`Room temperature typed, not logged${doubt}`);
  }
  const { levelCorrection } = run;
  if (levelCorrection)
    notes.push(`Level corrected by ${correctionWords(levelCorrection)}: ${levelCorrection.why}`);
  const left = partLeftOut(run.setting);
  if (left)
    notes.push(
      `Without its ${left.part}: shows that part’s share of the level at ${left.setting}, and is in no curve`,
    );
  if (run.movedWindow) notes.push(`Window moved by hand: ${run.windowReason}`);
  if (hasDie(run) && !run.hasTrace) notes.push('Means typed by hand: settling not checked');
  if (run.control === 'automatic') notes.push('Fans under automatic control');
  if (run.isOlder) notes.push('Older than this round-up');
  if (run.isControl) notes.push('Control');
  if (run.note) notes.push(run.note);
  return notes;
}

/**
 * Whether a run wants a second look: it does not count, or only with a doubt.
 *
 * Example: A run that counts, has settled and stands clear of the room: false.
 */
export function isFlagged(run: LabRun, beside: readonly string[]): boolean {
  if (run.setAside) return false;
  const { reduction, level } = run;
  const nearFloor = level.standing === 'at-floor' || level.standing === 'valid';
  const isUnsettled = !reduction.settled && hasDie(run);
  return beside.length > 0 || isUnsettled || reduction.heatLimited || nearFloor;
}
