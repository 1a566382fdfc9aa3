import { closeWords, type CloseWord } from '@/core/lineUp/closeWords';
import { isLegalForm, isTellingWord } from '@/core/lineUp/commonWords';
import { coverWords, wordsOf, type CoverWords } from '@/core/lineUp/underCover';
import { withDatabase, type Queryable } from '@/database/pool';
import { lineUpOf, type LineUpEntry } from './lineUpView';

/** What puts the covered products of a round-up under their covers: in all that leaves the lab, and on its pages. */
export async function coverWordsOf(db: Queryable, roundUpId: number): Promise<CoverWords> {
  return coverWordsIn(await lineUpOf(db, roundUpId));
}

const coveredOf = ({ product: { body }, entry, code }: LineUpEntry) => ({
  name: body.name,
  maker: body.maker,
  coverName: entry.body.coverName.trim(),
  code,
});

const isTelling = (name: string) => wordsOf(name).some(isTellingWord);

/** A maker's name without legal forms: “Krähenholz” of “Krähenholz GmbH & Co. KG”. */
const withoutLegalForms = (maker: string) =>
  maker
    .split(/[\s,]+/)
    .filter((word) => wordsOf(word).some((part) => !isLegalForm(part)))
    .join(' ');

/** Names, whole and word by word. */
const withTheirWords = (names: readonly string[]): string[] =>
  [...new Set([...names, ...names.flatMap(wordsOf).filter(isTellingWord)])].filter(Boolean);

const ownNames = ({ product: { body } }: LineUpEntry): string[] =>
  withTheirWords([body.name, body.maker, withoutLegalForms(body.maker)]);

const fanNames = ({ entry: { body } }: LineUpEntry): string[] =>
  withTheirWords(
    [...body.fans.map(({ name }) => name), ...body.layout.map(({ fan }) => fan)].filter(isTelling),
  );

/** All that names an entry: its product, maker and fans. */
const namesOf = (entry: LineUpEntry) => [...ownNames(entry), ...fanNames(entry)];

/** What an open entry is called, and its fans: these names stay. A code may have been made of an earlier name. */
const openNamesOf = (entry: LineUpEntry) => [...namesOf(entry), entry.code];

const covering = (covered: readonly LineUpEntry[], open: readonly LineUpEntry[]): CoverWords =>
  coverWords(
    covered.flatMap((entry) => namesOf(entry).map((name) => ({ ...coveredOf(entry), name, maker: '' }))),
    open.flatMap(openNamesOf),
  );

/**
 * For texts of a covered entry itself, such as its fans and settings: its names are replaced there even if a word of them is part of an
 * open name. Names of open products and fans of open entries stay whole.
 */
export function ownCoverWords(lineUp: readonly LineUpEntry[]): Map<string, CoverWords> {
  const others = lineUp.filter(({ covered }) => !covered);
  const open = others.map(({ product: { body } }) => body.name);
  const openFans = new Set(others.flatMap(fanNames));
  return new Map(
    lineUp
      .filter(({ covered }) => covered)
      .map((entry) => [
        entry.code,
        coverWords(
          [...ownNames(entry), ...fanNames(entry).filter((name) => !openFans.has(name))].map((name) => ({
            ...coveredOf(entry),
            name,
            maker: '',
          })),
          open,
        ),
      ]),
  );
}

/** Replaces whatever names a covered entry of the line-up by its cover. Names of open entries and their fans stay. */
export function coverWordsIn(lineUp: readonly LineUpEntry[]): CoverWords {
  return covering(
    lineUp.filter((entry) => entry.covered),
    lineUp.filter((entry) => !entry.covered),
  );
}

/** Words of texts that resemble a covered name of the line-up. */
export function closeWordsIn(lineUp: readonly LineUpEntry[], texts: readonly string[]): CloseWord[] {
  const covered = lineUp.filter((entry) => entry.covered);
  if (covered.length === 0) return [];
  const open = lineUp.filter((entry) => !entry.covered).flatMap(openNamesOf);
  return closeWords(texts, covered.flatMap(namesOf), [
    ...open,
    ...covered.map((entry) => coveredOf(entry).coverName),
  ]);
}

export function readCoverWords(roundUpId: number): Promise<CoverWords> {
  return withDatabase((db) => coverWordsOf(db, roundUpId));
}
