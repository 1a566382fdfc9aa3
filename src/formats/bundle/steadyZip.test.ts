import { unzipSync } from 'fflate';
import { steadyZip, steadyZipOfAtMost } from './steadyZip';

const text = (words: string) => new TextEncoder().encode(words);
const FILES: [string, Uint8Array][] = [
  ['runs.csv', text('run,entry\n1,a\n'.repeat(200))],
  ['entries.csv', text('entry,name\na,Levante\n')],
];

test('a zip has its files in the order of their names, gives them back, and is the same to the byte however they come', () => {
  const zip = steadyZip(FILES);
  expect(Object.keys(unzipSync(zip))).toEqual(['entries.csv', 'runs.csv']);
  expect(unzipSync(zip)['runs.csv']).toEqual(FILES[0]![1]);
  expect(steadyZip([...FILES].reverse())).toEqual(zip);
});

test('a zip of at most so many bytes is the same zip, or none at the first byte beyond', () => {
  const zip = steadyZip(FILES);
  expect(steadyZipOfAtMost(zip.length, FILES)).toEqual(zip);
  expect(steadyZipOfAtMost(zip.length - 1, FILES)).toBeNull();
  expect(steadyZipOfAtMost(10, FILES)).toBeNull();
});
