import fc from 'fast-check';
import {
  blankEntry,
  blankFan,
  entryPrice,
  entryProblem,
  fanCount,
  fansText,
  isCovered,
  withLabFan,
  withSecondFan,
  type Entry,
} from './entry';
import { variantNames } from './variantNames';

const fan = blankFan({ name: 'Brisa 140', count: 2, direction: 'push', place: 'front' });
const entry = (fans: Entry['fans'] = [fan], more: Partial<Entry> = {}): Entry => ({
  ...blankEntry(),
  fans,
  ...more,
});

test('the whole entry costs what is bought with it: extra fans, and one piece of a pack', () => {
  expect(entryPrice({ name: 'Levante', kind: 'air-tower', price: null, packSize: 1 }, entry())).toBeNull();
  expect(entryPrice({ name: 'Levante', kind: 'air-tower', price: 89.9, packSize: 1 }, entry())).toBe(89.9);
  expect(entryPrice({ name: 'Levante', kind: 'air-tower', price: 29.99, packSize: 3 }, entry([]))).toBe(10);
  expect(
    entryPrice(
      { name: 'Levante', kind: 'air-tower', price: 40, packSize: 1 },
      withSecondFan(entry(), '', 12.5),
    ),
  ).toBe(52.5);
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 30_000 }), fc.integer({ min: 1, max: 5 }), (cents, count) => {
      const bought = entry([{ ...fan, count, eachPrice: cents / 100 }]);
      expect(entryPrice({ name: 'Levante', kind: 'air-tower', price: 0, packSize: 1 }, bought)).toBeCloseTo(
        (count * cents) / 100,
        9,
      );
    }),
  );
});

test('one lab fan on all keeps their number; a second fan is one more, to be bought', () => {
  const lab = withLabFan(entry(), { name: 'Lab fan', eachPrice: 20 });
  expect(fanCount(lab)).toBe(2);
  expect(lab.fans[0]).toMatchObject({ name: 'Lab fan', direction: 'push', place: 'front', eachPrice: 20 });
  expect(fanCount(withLabFan(entry([]), { name: 'Lab fan', eachPrice: null }))).toBe(1);
  const two = withSecondFan(entry([{ ...fan, count: 1 }]), '', null);
  expect(fanCount(two)).toBe(2);
  expect(fansText(two)).toBe('1 × Brisa 140, push, front; 1 × Brisa 140, pull, back');
  // A variant is another product under another cover.
  expect(withSecondFan(entry([fan], { coverName: 'Unit A' }), '', null).coverName).toBe('');
});

test('a second fan of fans that nobody noted has to be named', () => {
  expect(() => withSecondFan(entry([]), ' ', null)).toThrow('withSecondFan');
  expect(fansText(withSecondFan(entry([]), 'Brisa 120', 12))).toBe(
    '1 × Brisa 120, push, front; 1 × Brisa 120, pull, back',
  );
});

test('variants of one product say what differs; others keep their name, and no two are called alike', () => {
  const named = (name: string, fans: string, sample = '', covered = false) => ({
    name,
    fans,
    sample,
    covered,
  });
  const other = '1 × Brisa 120, push, front';
  expect(
    variantNames([
      named('Ancla 120', other),
      named('Ancla 120', `${other}; 1 × Brisa 120, pull, back`),
      named('Ancla 120', '1 × Lab 120, push, front'),
      named('Ancla 120', '1 × Brisa 120, pull, back'),
      named('Ancla 120', other, 'B'),
      named('Ancla 120', other),
      named('Ancla 120', ''),
      named('Vela', other),
      named('Unit C', other, '', true),
      named('Unit C', '1 × Levante, push', '', true),
    ]),
  ).toEqual([
    'Ancla 120',
    'Ancla 120 (second fan)',
    'Ancla 120 (Lab 120)',
    'Ancla 120 (pull back)',
    'Ancla 120 (sample B)',
    'Ancla 120 (2)',
    'Ancla 120 (without fans)',
    'Vela',
    'Unit C',
    'Unit C (other fans)',
  ]);
});

test('covers hold until they are lifted, and blanks cover nothing', () => {
  expect(isCovered(entry([], { coverName: 'Unit A' }))).toBe(true);
  expect(isCovered(entry([], { coverName: 'Unit A', revealed: true }))).toBe(false);
  expect(isCovered(entry([], { coverName: '  ' }))).toBe(false);
});

test('a fan without fans is no entry, a passive heatsink is', () => {
  expect(entryProblem('fan', entry([]))).toContain('needs at least one fan');
  expect(entryProblem('case-layout', entry([]))).toContain('case layout');
  expect(entryProblem('fan', entry())).toBeNull();
  expect(entryProblem('air-tower', entry([]))).toBeNull();
});
