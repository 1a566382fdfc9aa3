import { coolerLevel } from '@/core/levels/coolerLevel';
import { known } from '@/core/outcome';
import type { Reduction } from '@/core/reduction/reduceTrace';
import { impossibleRise } from '@/core/reduction/impossible';
import { askedAbout, farPower, oddWindow } from '@/core/runs/askedAbout';
import { changeWords } from '@/core/runs/changeWords';
import type { LabRun } from '@/core/runs/labRun';
import { isFlagged, runState, whatToKnow } from '@/core/runs/runState';

function run(more: Partial<LabRun> = {}, reduced: Partial<Reduction> = {}): LabRun {
  const reduction = {
    settled: true,
    unsettledReason: '',
    tooShort: '',
    hasDie: true,
    riseK: 37,
    slopeKPerMin: known(0.02),
    heatLimited: false,
    runningAway: false,
    powerSource: 'measured',
    powerMeanW: 170,
    ambientSource: 'probe',
    ...reduced,
  } as Reduction;
  return {
    hasTrace: true,
    setting: '60 %',
    setAside: '',
    loadW: 170,
    level: coolerLevel(38, 21),
    ambientDoubtK: null,
    levelCorrection: null,
    movedWindow: null,
    windowReason: '',
    control: 'fixed',
    isControl: false,
    note: '',
    reduction,
    ...more,
  } as LabRun;
}

test('a state is one word: what weighs most, and typed means are never called settled', () => {
  expect(runState(run())).toBe('settled');
  expect(runState(run({ hasTrace: false }))).toBe('typed');
  expect(runState(run({ setAside: 'door slammed' }, { riseK: NaN }))).toBe('set aside');
  expect(runState(run({}, { riseK: NaN }))).toBe('no result');
  expect(runState(run({}, { heatLimited: true }))).toBe('at the limit');
  const moving = (slope: number, more: Partial<Reduction> = {}) =>
    runState(
      run({}, { settled: false, unsettledReason: 'still moves', slopeKPerMin: known(slope), ...more }),
    );
  expect(moving(0.4)).toBe('rising');
  expect(moving(-0.4)).toBe('falling');
  expect(moving(0.01)).toBe('not settled');
  expect(moving(2, { runningAway: true })).toBe('rising again');
});

test('what to know: a sentence each, the weightiest first', () => {
  const told = whatToKnow(
    run(
      { note: 'rubber feet off', control: 'automatic', level: coolerLevel(25, 23.4) },
      { settled: false, unsettledReason: 'still rising 0.4 K/min', heatLimited: true, powerMeanW: 121.4 },
    ),
    90,
    ['Stands 2.1 K apart from its other mount'],
  );
  expect(told).toEqual([
    'Still rising 0.4 K/min',
    'Held at 90 °C: 121 W of 170 W flowed',
    'Stands 2.1 K apart from its other mount',
    'At the floor: level is an upper bound',
    'Fans under automatic control',
    'rubber feet off',
  ]);
  expect(whatToKnow(run({ setAside: 'door slammed' }), 90, [])[0]).toBe('Door slammed');
  expect(whatToKnow(run({}, { powerSource: 'nominal' }), 90, [])).toEqual([
    'Power not logged: set load assumed',
  ]);
  expect(whatToKnow(run({ ambientDoubtK: 0.5 }, { ambientSource: 'typed' }), 90, [])).toEqual([
    'Room temperature typed, not logged, ± 0.5 K',
  ]);
  expect(whatToKnow(run({ level: coolerLevel(21, 22) }), 90, [])).toEqual([
    'Reads no louder than the room: level is an upper bound',
  ]);
  expect(whatToKnow(run(), 90, [])).toEqual([]);
});

test('a second look is for what does not count or only with a doubt, and not for what was set aside', () => {
  expect(isFlagged(run(), [])).toBe(false);
  expect(isFlagged(run(), ['apart'])).toBe(true);
  expect(isFlagged(run({}, { settled: false }), [])).toBe(true);
  expect(isFlagged(run({}, { heatLimited: true }), [])).toBe(true);
  expect(isFlagged(run({ level: coolerLevel(26, 22) }), [])).toBe(true);
  expect(isFlagged(run({ setAside: 'wind' }, { settled: false }), ['apart'])).toBe(false);
});

test('what cannot be is no result, what is odd is asked about, and the usual is neither', () => {
  expect(impossibleRise(20, 23, 140)).toContain('at or under the room’s 23.0 °C');
  expect(impossibleRise(23, 23, 140)).not.toBeNull();
  expect(impossibleRise(23.1, 23, 140)).toBeNull();
  expect(impossibleRise(20, 23, 0)).toBeNull();
  const typed = { loadW: 170, noiseDb: 35, floorDb: 22, powerW: 168 };
  expect(askedAbout(typed, false)).toEqual([]);
  expect(askedAbout({ ...typed, powerW: null }, false)).toEqual([]);
  expect(askedAbout({ ...typed, powerW: 17 }, false)).toEqual([
    'power of 17 W at a load of 170 W: is that right?',
  ]);
  // A die held at its limit draws less, and that explains it.
  expect(askedAbout({ ...typed, powerW: 110 }, true)).toEqual([]);
  expect(askedAbout({ ...typed, powerW: 180 }, true)[0]).toContain('more than the load');
  // The wall sees other parts, too.
  expect(askedAbout({ ...typed, powerW: 260 }, false, 'wall')).toEqual([]);
  expect(askedAbout({ ...typed, powerW: 120 }, false, 'wall')[0]).toContain(
    '120 W at the wall, less than the load',
  );
  expect(askedAbout({ ...typed, noiseDb: 21.5 }, false)[0]).toContain('quieter than the room alone');
});

test('measured power far from the load is asked about, a nominal one or one at the limit is not', () => {
  const other = (powerMeanW: number, more: Partial<Reduction> = {}) =>
    farPower(170, { powerSource: 'measured', heatLimited: false, powerMeanW, ...more });
  expect(other(128)).toBe('');
  expect(other(127)).not.toBe('');
  expect(other(213)).not.toBe('');
  expect(other(60, { heatLimited: true })).toBe('');
  expect(other(180, { heatLimited: true })).toContain('are those the watts of the die?');
  expect(other(60, { powerSource: 'nominal' })).toBe('');
  expect(other(250, { powerSource: 'board' })).toBe('');
});

test('a window by hand of another length is asked about; a sample more or less is not', () => {
  expect(oddWindow({ startS: 100, endS: 399 }, 300)).toBe('');
  expect(oddWindow({ startS: 100, endS: 414 }, 300)).toBe('');
  expect(oddWindow({ startS: 100, endS: 220 }, 300)).toContain('120 s, where the method has 300 s');
});

test('changes read as a person says them', () => {
  expect(changeWords({ what: 'mount', was: '1', isNow: '2' })).toBe('mount 1 → 2');
  expect(changeWords({ what: 'deleted', was: 'yes', isNow: '' })).toBe('restored');
  expect(changeWords({ what: 'set aside', was: 'wind', isNow: '' })).toBe('set aside undone (wind)');
});
