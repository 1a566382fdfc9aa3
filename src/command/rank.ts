import { readFile, stat } from 'node:fs/promises';
import { resolve } from 'node:path';
import { bracketSentences } from '@/core/ranking/bracketSentences';
import type { BundleRanking } from '@/lab/rankBundle';
import { rankBundle } from '@/lab/rankBundle';
import { readFolder } from '@/formats/bundle/bundleFolder';
import { readBundle } from '@/formats/bundle/readBundle';
import { isZip, readZip } from '@/formats/bundle/bundleZip';
import { problemText, UnusableInput } from '@/formats/problem';
import { callerFolder, numberFlag, readArguments, runCommand } from './arguments';

const USAGE = './abanico rank BUNDLE [--noise DBA] [--load W] [--json]';

/** A folder, or a zip of one. */
async function bundleFiles(path: string): Promise<Map<string, Uint8Array>> {
  const found = await stat(path).catch(() => null);
  if (!found?.isFile()) return readFolder(path);
  const bytes = await readFile(path);
  if (!isZip(bytes)) throw new UnusableInput({ file: path, message: 'neither a folder nor a zip' });
  return readZip(path, bytes);
}

function rounded(value: number, decimals: number): number {
  return Number(value.toFixed(decimals));
}

function asJson({ noiseLineDba, loadW, ranking, problems }: BundleRanking) {
  return {
    noiseLineDba,
    loadW,
    ranking: ranking.placed.map((placed) => ({
      entry: placed.entry,
      place: placed.place,
      tieGroup: placed.tieGroup,
      status: placed.status,
      deltaTK: rounded(placed.riseK, 2),
      placeFrom: placed.placeFrom,
      placeTo: placed.placeTo,
      levelDb: rounded(placed.levelDb, 2),
      uncertaintyK: rounded(placed.uncertaintyK, 3),
      interval95: rounded(placed.interval95K, 3),
      resistanceKPerW: placed.resistanceKPerW === null ? null : rounded(placed.resistanceKPerW, 4),
      temperatureAtReferenceC: rounded(placed.temperatureAtReferenceC, 2),
      spread: placed.spreadSource,
    })),
    notPlaced: ranking.notPlaced.map(({ entry, status, reason }) => ({ entry, status, reason })),
    problems,
  };
}

function asTable(
  { noiseLineDba, loadW, ranking, problems }: BundleRanking,
  nameOf: (entry: string) => string,
): string {
  const lines = [`At ${noiseLineDba.toFixed(1)} dB(A), ${loadW === 0 ? 'idle' : `${loadW} W`}`, ''];
  const rows = ranking.placed.map((placed) => [
    placed.placeFrom === placed.placeTo ? `${placed.place}` : `${placed.placeFrom}–${placed.placeTo}`,
    placed.entry,
    nameOf(placed.entry),
    `${placed.riseK.toFixed(1)} ± ${placed.interval95K.toFixed(1)}`,
    placed.resistanceKPerW === null ? '' : placed.resistanceKPerW.toFixed(3),
    placed.temperatureAtReferenceC.toFixed(1),
    placed.status === 'ranked' ? '' : placed.status,
  ]);
  const table = [['place', 'entry', 'product', 'rise, K', 'K/W', '°C at reference', ''], ...rows];
  const widths = table[0]!.map((_, c) => Math.max(...table.map((row) => [...row[c]!].length)));
  for (const row of table)
    lines.push(
      row
        .map((cell, c) => cell.padEnd(widths[c]!))
        .join('  ')
        .trimEnd(),
    );
  const names = ranking.placed.map((placed) => nameOf(placed.entry));
  if (ranking.brackets.length > 0) lines.push('');
  for (const bracket of ranking.brackets) lines.push(...bracketSentences(bracket, names));
  if (ranking.notPlaced.length > 0) {
    lines.push('', 'Not placed here');
    for (const { entry, status, reason } of ranking.notPlaced)
      lines.push(`${entry}  ${nameOf(entry)}  ${status}: ${reason}`);
  }
  if (problems.length > 0) lines.push('', 'Left out', ...problems.map(problemText));
  return lines.join('\n');
}

void runCommand(async () => {
  const { values, path } = readArguments(USAGE, {
    noise: { type: 'string' },
    load: { type: 'string' },
    json: { type: 'boolean' },
  });
  const bundle = readBundle(await bundleFiles(resolve(callerFolder(), path)));
  const result = rankBundle(bundle, {
    noiseLineDba: numberFlag('noise', values.noise as string | undefined),
    loadW: numberFlag('load', values.load as string | undefined),
  });
  const products = new Map(bundle.entries.map((entry) => [entry.entry, entry.product]));
  const text = values.json
    ? JSON.stringify(asJson(result), null, 2)
    : asTable(result, (entry) => products.get(entry) ?? '');
  process.stdout.write(`${text}\n`);
});
