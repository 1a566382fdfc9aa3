import { resolve } from 'node:path';
import type { EntryDetail } from '@/core/judgement/measures/entryDetail';
import type { Outcome } from '@/core/outcome';
import { bracketSentences } from '@/core/ranking/bracketSentences';
import { standOutSentence } from '@/core/ranking/standOutSentence';
import { AGAINST, type Against } from '@/core/curves/curveRule';
import type { PlacedEntry } from '@/core/ranking/rankAtLine';

import { withLoudness } from '@/lab/sound/bundleClips';
import { rankBundle, whereWords, type BundleRanking, type RankChoice } from '@/lab/model/rankBundle';
import { readBundle } from '@/formats/bundle/readBundle';
import { problemText } from '@/formats/problem';
import { bundleAt } from './bundleAt';
import { callerFolder, numberFlag, readArguments, runCommand, UsageError } from './arguments';

const USAGE =
  './abanico rank BUNDLE [--noise DBA] [--load W] [--response ID] [--place PLACE] [--against noise|rpm|duty] [--at VALUE] [--detail] [--json]';

function rounded(value: number, decimals: number): number {
  return Number(value.toFixed(decimals));
}

/** A figure, or null with why there is none. */
function orWhy<T>(outcome: Outcome<T>, told: (value: T) => unknown) {
  return outcome.known ? { value: told(outcome.value) } : { value: null, why: outcome.reason };
}

/** FORMATS, Detail: each figure, and in `why` the reason of each that cannot be told. */
function detailJson(detail: EntryDetail) {
  const wall = detail.airflowIndependent;
  const named = wall.known && wall.value.identified;
  const figures = {
    airflowIndependentKPerW: named
      ? { value: { value: rounded(wall.value.value, 5), interval95: rounded(wall.value.interval95, 5) } }
      : {
          value: null,
          why: wall.known
            ? `not identified: ${rounded(wall.value.value, 3)} ± ${rounded(wall.value.interval95, 3)} K/W`
            : wall.reason,
        },
    bandScoreWPerK: orWhy(detail.bandScoreWPerK, (value) => rounded(value, 4)),
    noiseToHoldDba: orWhy(detail.noiseToHoldDba, (value) => rounded(value, 2)),
    capacityW: orWhy(detail.capacityW, (value) => rounded(value, 2)),
    kneeDba: orWhy(detail.kneeDba, (value) => rounded(value, 2)),
  };
  const why = Object.fromEntries(
    Object.entries(figures).flatMap(([name, figure]) => ('why' in figure ? [[name, figure.why]] : [])),
  );
  return {
    places: detail.places,
    chanceFirst: rounded(detail.chanceFirst, 3),
    ...Object.fromEntries(Object.entries(figures).map(([name, figure]) => [name, figure.value])),
    ...(Object.keys(why).length > 0 ? { why } : {}),
  };
}

/** Keys of other rankings than the rise's: FORMATS, The command line. */
function asJson(result: BundleRanking, isPlain: boolean) {
  const { response, place, against, at, noiseLineDba, loadW, ranking, detail, problems } = result;
  const isRise = response.throttles;
  const chosen = { response: response.id, unit: response.unit, better: response.better, against, at };
  const value = (placed: PlacedEntry) => ({
    value: rounded(placed.value, response.decimals + 2),
    uncertainty: rounded(placed.uncertainty, response.decimals + 2),
  });
  const rise = (placed: PlacedEntry) => ({
    deltaTK: rounded(placed.value, 2),
    uncertaintyK: rounded(placed.uncertainty, 3),
    resistanceKPerW: placed.resistanceKPerW === null ? null : rounded(placed.resistanceKPerW, 4),
    temperatureAtReferenceC: rounded(placed.temperatureAtReferenceC, 2),
  });
  return {
    noiseLineDba,
    loadW,
    ...(isPlain ? {} : { ...chosen, ...(place === null ? {} : { place }) }),
    ranking: ranking.placed.map((placed) => ({
      entry: placed.entry,
      place: placed.place,
      tieGroup: placed.tieGroup,
      status: placed.status,
      ...(isRise ? rise(placed) : {}),
      ...(isPlain ? {} : value(placed)),
      placeFrom: placed.placeFrom,
      placeTo: placed.placeTo,
      levelDb: rounded(placed.levelDb, 2),
      interval95: rounded(placed.interval95, 3),
      ...(placed.restated ? { restated: true } : {}),
      spread: placed.spreadSource,
      ...(detail ? { detail: detailJson(detail.get(placed.entry)!) } : {}),
    })),
    ...(ranking.standOut.length > 0 ? { standOut: ranking.standOut } : {}),
    notPlaced: ranking.notPlaced.map(({ entry, status, reason }) => ({ entry, status, reason })),
    // Never among the ranked.
    ...(result.bridged.length > 0
      ? {
          bridged: result.bridged.map(({ entry, value, interval95, there, from, by }) => ({
            ...{ entry, deltaTK: rounded(value, 2), interval95: rounded(interval95, 3) },
            ...{ thereK: rounded(there, 2), from, by },
          })),
        }
      : {}),
    problems,
  };
}

/** One row a line, columns as wide as their widest cell. */
function aligned(table: readonly string[][]): string[] {
  const widths = table[0]!.map((_, c) => Math.max(...table.map((row) => [...row[c]!].length)));
  return table.map((row) =>
    row
      .map((cell, c) => cell.padEnd(widths[c]!))
      .join('  ')
      .trimEnd(),
  );
}

function asTable(result: BundleRanking, nameOf: (entry: string) => string): string {
  const { response, loadW, ranking, problems } = result;
  const isRise = response.throttles;
  const figure = (value: number) => value.toFixed(response.decimals);
  const head = isRise
    ? ['rise, K', 'K/W', '°C at reference']
    : [`${response.name.toLowerCase()}, ${response.unit}`];
  const rows = ranking.placed.map((placed) => [
    placed.placeFrom === placed.placeTo ? `${placed.place}` : `${placed.placeFrom}–${placed.placeTo}`,
    placed.entry,
    nameOf(placed.entry),
    `${figure(placed.value)} ± ${figure(placed.interval95)}`,
    ...(isRise ? [placed.resistanceKPerW?.toFixed(3) ?? '', placed.temperatureAtReferenceC.toFixed(1)] : []),
    `${placed.levelDb.toFixed(1)}`,
    [placed.status === 'ranked' ? '' : placed.status, placed.restated ? 'converted by the fan laws' : '']
      .filter(Boolean)
      .join(', '),
  ]);
  const load = loadW === 0 ? 'idle' : `${loadW} W`;
  const lines = [
    `${whereWords(result)}, ${load}`,
    '',
    ...aligned([['place', 'entry', 'product', ...head, 'dB(A)', ''], ...rows]),
  ];
  const names = ranking.placed.map((placed) => nameOf(placed.entry));
  const scale = { factor: 1, decimals: response.decimals, unit: response.unit };
  if (ranking.brackets.length > 0) lines.push('');
  for (const bracket of ranking.brackets) lines.push(...bracketSentences(bracket, names, scale));
  if (ranking.standOut.length > 0) lines.push('', standOutSentence(ranking.standOut.map(nameOf)));
  if (ranking.notPlaced.length > 0) {
    lines.push('', 'Not ranked here');
    for (const { entry, status, reason } of ranking.notPlaced)
      lines.push(`${entry}  ${nameOf(entry)}  ${status}: ${reason}`);
  }
  if (result.bridged.length > 0) {
    lines.push('', 'Bridged, not measured here');
    for (const { entry, value, interval95, there, from } of result.bridged)
      lines.push(
        `⤳ ${entry}  ${nameOf(entry)}  ${figure(value)} ± ${figure(interval95)} K, from ${figure(there)} K on ${from}`,
      );
  }
  if (problems.length > 0) lines.push('', 'Left out', ...problems.map(problemText));
  return lines.join('\n');
}

/** What is ranked and where, from the flags; `--noise` is short for `--against noise --at`. */
function choiceOf(values: Record<string, unknown>): RankChoice {
  const flag = (name: string) => values[name] as string | undefined;
  const against = flag('against') ?? 'noise';
  if (!(AGAINST as readonly string[]).includes(against))
    throw new UsageError(`--against: ${AGAINST.join(', ')} are there, got "${against}"`);
  const noise = numberFlag('noise', flag('noise'));
  const at = numberFlag('at', flag('at'));
  if (noise !== undefined && (at !== undefined || against !== 'noise'))
    throw new UsageError('--noise is --against noise --at: give one of the two');
  return {
    response: flag('response'),
    place: flag('place'),
    against: against as Against,
    at: noise ?? at,
    loadW: numberFlag('load', flag('load')),
    detail: values.detail === true,
  };
}

void runCommand(async () => {
  const text = { type: 'string' } as const;
  const flags = { noise: text, load: text, response: text, place: text, against: text, at: text };
  const { values, path } = readArguments(USAGE, {
    ...flags,
    json: { type: 'boolean' },
    detail: { type: 'boolean' },
  });
  const read = readBundle(await bundleAt(resolve(callerFolder(), path)));
  const choice = choiceOf(values);
  // Recordings are listened to where they can matter.
  const isByEar = [choice.response ?? 'rise', choice.against].some((id) => id !== 'rise' && id !== 'noise');
  const bundle = isByEar || choice.detail ? await withLoudness(read) : read;
  const result = rankBundle(bundle, choice);
  const isPlain = ['response', 'place', 'against', 'at'].every((name) => values[name] === undefined);
  const products = new Map(bundle.entries.map((entry) => [entry.entry, entry.product]));
  const told = values.json
    ? JSON.stringify(asJson(result, isPlain), null, 2)
    : asTable(result, (entry) => products.get(entry) ?? '');
  process.stdout.write(`${told}\n`);
});
