import { isoTime } from '@/core/isoTime';
import { strFromU8, strToU8 } from 'fflate';
import { array, number, object, string, ValidationError, type InferType } from 'yup';
import { UnusableInput } from '../problem';
import { corrections, count, moment, words } from './bundleVersion';

/** Published versions and their links, as a private bundle takes them along (FORMATS names no table for them: nobody else reads them). */
const LIST = 'versions/versions.json';
const FOLDER = 'versions/';

const maybeMoment = () =>
  string()
    .nullable()
    .defined()
    .test('moment', 'no moment in time', (text) => text === null || isoTime(text ?? '') !== null);

const figure = object({
  entry: words(),
  name: words(),
  place: words(),
  value: number().required(),
  interval95: number().required(),
  unit: words(),
  decimals: number().required().integer().min(0).max(9),
});

const list = object({
  versions: array(
    object({
      version: count(),
      publishedAt: moment(),
      who: words(),
      embargoUntil: maybeMoment(),
      reason: words(),
      changes: array(words()).required(),
      corrections: corrections(),
      figures: array(figure).required(),
    }),
  )
    .required()
    .max(1000)
    .test('row', 'versions are not numbered 1, 2, 3 …', (versions) =>
      versions.every(({ version }, i) => version === i + 1),
    ),
  links: array(
    object({
      token: string()
        .required()
        .matches(/^[\w-]{16,100}$/, 'no address of a link'),
      version: count(),
      createdAt: moment(),
      endsAt: maybeMoment(),
      revokedAt: maybeMoment(),
      openings: number().required().integer().min(0),
    }),
  ).required(),
});

export type VersionList = InferType<typeof list>;

/** A version with its files, byte for byte as they were published. */
export type KeptVersion = VersionList['versions'][number] & { bundle: Uint8Array; report: Uint8Array };

export const isVersionFile = (path: string): boolean => path.startsWith(FOLDER);

export const versionPath = (version: number, file: 'bundle' | 'report'): string =>
  `${FOLDER}${version}/${file === 'bundle' ? 'bundle.zip' : 'report.html'}`;

/** The list of versions and links; their files go beside it by `versionPath`. */
export function versionListFile(versions: VersionList): { path: string; bytes: Uint8Array } {
  return { path: LIST, bytes: strToU8(`${JSON.stringify(versions, null, 2)}\n`) };
}

/**
 * The published versions that a bundle takes along; null where it has none.
 * @throws UnusableInput where their list is none, or a file of one is missing
 */
export function readVersions(
  others: readonly { path: string; bytes: Uint8Array }[],
): { versions: KeptVersion[]; links: VersionList['links'] } | null {
  const files = new Map(others.map(({ path, bytes }) => [path, bytes]));
  const bytes = files.get(LIST);
  if (!bytes) return null;
  try {
    const { versions, links } = list.validateSync(JSON.parse(strFromU8(bytes)), { strict: true });
    const fileOf = (version: number, file: 'bundle' | 'report') => {
      const path = versionPath(version, file);
      const found = files.get(path);
      if (!found) throw new UnusableInput({ file: path, message: `version ${version} is listed without it` });
      return found;
    };
    const stray = links.find(({ version }) => version > versions.length);
    if (stray)
      throw new UnusableInput({
        file: LIST,
        message: `a link leads to version ${stray.version}: there is none`,
      });
    return {
      versions: versions.map((version) => ({
        ...version,
        bundle: fileOf(version.version, 'bundle'),
        report: fileOf(version.version, 'report'),
      })),
      links,
    };
  } catch (error) {
    if (error instanceof SyntaxError || error instanceof ValidationError)
      throw new UnusableInput({ file: LIST, message: `no list of versions: ${error.message}` });
    throw error;
  }
}
