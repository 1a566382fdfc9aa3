import { settingKind } from '@/core/bench/settingDuty';
import { cannotTell } from '@/core/plan/cannotTell';
import { defaultPlanSettings } from '@/core/plan/planSettings';
import { tunedSettings } from '@/core/plan/tunedSettings';

test.each([
  [[33], ['36 dB(A)', '33 dB(A)', '30 dB(A)']],
  [
    [33, 28],
    ['36 dB(A)', '33 dB(A)', '30 dB(A)', '28 dB(A)'],
  ],
  // A second line that stands where a side would stand is one setting.
  [
    [33.5, 30.5],
    ['36.5 dB(A)', '33.5 dB(A)', '30.5 dB(A)'],
  ],
])('fans tuned to %j make settings that the bench trims to', (lines, settings) => {
  expect(tunedSettings(lines)).toEqual(settings);
  for (const setting of settings) expect(settingKind(setting).kind).toBe('line');
});

test('a plan says what it will not tell, and nothing where it tells all', () => {
  const full = defaultPlanSettings('2026-12-01');
  expect(cannotTell(full, [])).toEqual([]);
  const small = { ...full, mounts: 1, passes: 1, settings: ['100 %', '50 %'] };
  expect(cannotTell(small, [{ loadW: 90, loadName: '', gpuLoadW: 0 }])).toEqual([
    'what remounting changes: each is mounted once, and ± is assumed',
    'how single readings scatter: nothing is read twice',
    'the mean over the noise band: 2 settings hardly cover it',
    'the wall and the knee: they need four settings, it has 2 settings',
    'anything at 90 W',
  ]);
  expect(cannotTell({ ...full, mounts: 1, passes: 2 }, [])).toHaveLength(1);
});
