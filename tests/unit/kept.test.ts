import type { Queryable } from '@/database/queryable';
import { cachedUntilWritten } from '@/lab/model/cachedUntilWritten';

/** A lab of one number, read slowly; writing moves its stamp. */
function smallLab() {
  let number = 0;
  const asked = { stamps: 0, readings: 0 };
  const wait = () => new Promise((resolve) => setTimeout(resolve, 5));
  const db = {
    query: async () => {
      asked.stamps += 1;
      const stamp = String(number);
      await wait();
      return { rows: [{ stamp }], rowCount: 1 };
    },
  } as unknown as Queryable;
  const read = cachedUntilWritten(async () => {
    asked.readings += 1;
    const value = number;
    await wait();
    return value;
  }, 2);
  return { asked, read: (id: number) => read(db, id), write: () => (number += 1) };
}

test('thirty who ask at once wait for one reading, and for few questions whether anything was written', async () => {
  const lab = smallLab();
  expect(new Set(await Promise.all(Array.from({ length: 30 }, () => lab.read(1))))).toEqual(new Set([0]));
  expect(lab.asked.readings).toBe(1);
  expect(lab.asked.stamps).toBeLessThanOrEqual(2);
  await lab.read(1);
  expect(lab.asked.readings).toBe(1);
});

test('whoever asks after a write sees it, whatever is being asked and read meanwhile', async () => {
  const lab = smallLab();
  for (let i = 1; i <= 20; i += 1) {
    const before = lab.read(1);
    if (i % 2 === 0) await new Promise((resolve) => setTimeout(resolve, i % 7));
    lab.write();
    expect(await lab.read(1)).toBe(i);
    await before;
  }
});
