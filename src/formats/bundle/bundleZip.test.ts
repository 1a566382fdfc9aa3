import { strToU8, zipSync } from 'fflate';
import { isZip, readZip } from './bundleZip';

const zipped = zipSync({ 'traces/1.csv': strToU8('t_s,cpu_c\n0,20\n'), 'runs.csv': strToU8('run\n') });

test('a zip gives its files back', () => {
  expect(isZip(zipped)).toBe(true);
  expect([...readZip('a.zip', zipped).keys()].sort()).toEqual(['runs.csv', 'traces/1.csv']);
});

test('paths outside, bombs, passwords and torn archives are refused before anything is unpacked', () => {
  expect(() => readZip('a.zip', zipSync({ '../../x.csv': strToU8('x') }))).toThrow('leads outside');
  expect(() => readZip('a.zip', zipSync({ '/etc/x.csv': strToU8('x') }))).toThrow('leads outside');
  expect(() => readZip('a.zip', zipSync({ 'x.csv': new Uint8Array(40 * 2 ** 20) }))).toThrow('no bench log');
  expect(() => readZip('a.zip', zipped.subarray(0, zipped.length - 30))).toThrow(/cut off|damaged/);
  const locked = zipped.slice();
  const directory = new DataView(locked.buffer).getUint32(locked.length - 22 + 16, true);
  locked[directory + 8]! |= 1;
  expect(() => readZip('a.zip', locked)).toThrow('encrypted');
  const lying = zipped.slice();
  new DataView(lying.buffer).setUint32(
    new DataView(lying.buffer).getUint32(lying.length - 6, true) + 24,
    3,
    true,
  );
  expect(() => readZip('a.zip', lying)).toThrow('damaged');
});
