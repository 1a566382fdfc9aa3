import { recognise, type IncomingEntry, type LabEntry } from './recognise';
import type { RunIdentity } from '../runs/runIdentity';

const run = (label: string, change: Partial<RunIdentity> = {}): RunIdentity => ({
  rig: 'Bench',
  label,
  mount: 1,
  pass: 1,
  setting: '50 %',
  loadW: 170,
  loadName: '',
  gpuLoadW: 0,
  noiseDb: 33,
  floorDb: 22,
  typedCpuC: null,
  traceDigest: `log ${label}`,
  ...change,
});
const incoming = (code: string, change: Partial<IncomingEntry> = {}): IncomingEntry => ({
  code,
  name: 'Levante',
  maker: 'Barlovento',
  kind: 'air-tower',
  fans: '1 × 120 mm',
  sample: '',
  runs: [run('1')],
  ...change,
});
const inLab = (entryId: number, change: Partial<LabEntry> = {}): LabEntry => ({
  entryId,
  names: ['Levante'],
  maker: 'Barlovento',
  kind: 'air-tower',
  fans: '1 × 120 mm',
  sample: '',
  citedAs: null,
  runs: [],
  ...change,
});
const other = (entry: IncomingEntry, ...lab: LabEntry[]) => recognise([entry], lab).get(entry.code)!;

describe('which entry of the lab one that comes in is', () => {
  test('the same log makes it sure, whatever was renamed or corrected since; others of its name are thought of, too', () => {
    const renamed = inLab(7, {
      names: ['Levante II'],
      runs: [run('001', { noiseDb: 35, setting: 'mine', traceDigest: 'log 1' })],
    });
    expect(other(incoming('a'), inLab(3), renamed)).toEqual({ code: 'a', sureId: 7, candidateIds: [7, 3] });
  });

  test('typed means make it sure by their numbers, not by their label alone', () => {
    const typed = { typedCpuC: 60, traceDigest: '' };
    const entry = incoming('a', { runs: [run('1', typed)] });
    expect(other(entry, inLab(3, { runs: [run('1', typed)] })).sureId).toBe(3);
    expect(other(entry, inLab(3, { runs: [run('1', { ...typed, typedCpuC: 61 })] }))).toMatchObject({
      sureId: null,
      candidateIds: [3],
    });
  });

  test('cited under its id in the same round-up it is sure without a run; unlike it, it is not', () => {
    const empty = incoming('a', { runs: [] });
    expect(other(empty, inLab(3), inLab(4, { citedAs: 'a' })).sureId).toBe(4);
    expect(other(empty, inLab(4, { citedAs: 'a', fans: 'none' })).sureId).toBeNull();
  });

  test.each([
    ['another fan', { fans: '2 × 120 mm' }, []],
    ['another kind', { kind: 'liquid' }, []],
    ['another maker', { maker: 'Sotavento' }, []],
    ['a maker that is not noted', { maker: '' }, [3]],
    ['capitals and blanks', { fans: ' 1 ×  120 MM' }, [3]],
    ['another sample', { sample: 'B' }, []],
    ['a sample where the lab notes one, too', { sample: 'a' }, [3]],
  ])('without a run in common: %s', (_, change, candidateIds) => {
    const lab = inLab(3, { sample: 'A' });
    expect(other(incoming('a', { runs: [], ...change }), lab)).toEqual({
      code: 'a',
      sureId: null,
      candidateIds,
    });
  });

  test('two entries never come out as one of the lab, and the one with more in common has it', () => {
    const lab = [inLab(3, { runs: [run('1'), run('2')] })];
    const found = recognise([incoming('a'), incoming('b', { runs: [run('1'), run('2')] })], lab);
    expect(found.get('b')!.sureId).toBe(3);
    expect(found.get('a')).toEqual({ code: 'a', sureId: null, candidateIds: [] });
  });
});
