import { fixedLoad } from '@/core/runs/load';
import { layPlan } from '@/core/plan/laidPlan';
import { defaultPlanSettings } from '@/core/plan/planSettings';
import { runSheetCalendar } from './runSheetCalendar';

/** Lines of an iCalendar, folded ones joined again (RFC 5545, 3.1). */
const unfolded = (text: string) =>
  text
    .replace(/\r\n[ \t]/g, '')
    .split('\r\n')
    .filter(Boolean);

test('a run sheet as a calendar: an event for each mount of a day, in local time, within its hours', () => {
  const settings = {
    ...defaultPlanSettings('2026-11-30'),
    settings: ['100 %', '60 %'],
    passes: 1,
    mounts: 1,
  };
  const entries = ['a', 'b', 'c'].map((entry, i) => ({
    entry,
    name: `Cooler, ${entry}; new`,
    kind: 'air-tower',
    isControl: i === 0,
    learntSoakMin: null,
  }));
  const plan = { settings, order: [], droppedLoads: [], pilot: null };
  const laid = layPlan(plan, {
    entries,
    loads: [fixedLoad(170)],
    done: [],
    now: { day: '2026-11-30', minute: 0 },
  });
  const text = runSheetCalendar(laid, settings, {
    title: 'Quiet, or not',
    uid: 'r1',
    nameOf: (name) => `Cooler, ${name}; new`,
  });
  const lines = unfolded(text);
  const values = (name: string) =>
    lines.filter((line) => line.startsWith(`${name}`)).map((line) => line.slice(line.indexOf(':') + 1));
  expect(values('BEGIN:VEVENT')).toHaveLength(laid.sheet!.parts.length);
  expect(new Set(values('UID')).size).toBe(laid.sheet!.parts.length);
  // Commas and semicolons of names are escaped.
  expect(values('SUMMARY')[0]).toBe('Cooler\\, a\\; new\\, control 1');
  const starts = values('DTSTART');
  const ends = values('DTEND');
  starts.forEach((start, i) => {
    expect(start).toMatch(/^202611\d\dT\d{6}$|^202612\d\dT\d{6}$/);
    expect(start < ends[i]!).toBe(true);
    expect(Number(start.slice(9, 11))).toBeGreaterThanOrEqual(14);
  });
  expect(starts[0]!.slice(0, 8)).toBe('20261130');
  expect(text.length).toBeGreaterThan(0);
  for (const line of text.split('\r\n')) expect(Buffer.byteLength(line)).toBeLessThanOrEqual(76);
  // All is measured: a calendar without events, not a broken file.
  const done = laid.order.flatMap((mounting) =>
    mounting.points.map((point) => ({ entry: mounting.entry, mount: mounting.mount, ...point })),
  );
  const rest = layPlan(plan, {
    entries,
    loads: [fixedLoad(170)],
    done,
    now: { day: '2026-11-30', minute: 0 },
  });
  expect(runSheetCalendar(rest, settings, { title: 't', uid: 'r1', nameOf: String })).not.toContain(
    'BEGIN:VEVENT',
  );
});
