import { createHash } from 'node:crypto';

/** The list of the files of a static site, itself one of them. */
export const SITE_LIST = 'abanico-site.json';

export interface SiteList {
  /** All files, the list included, in order. */
  files: string[];
  /** SHA-256 of each file but the list, hexadecimal, by path. */
  sha256: Record<string, string>;
  /** While a site replaces an older one: the same of the older one. */
  before?: Record<string, string>;
}

export const sha256Of = (bytes: Uint8Array): string => createHash('sha256').update(bytes).digest('hex');

const isTable = (value: unknown): value is Record<string, string> =>
  typeof value === 'object' && value !== null && Object.values(value).every((sum) => typeof sum === 'string');

export function isSiteList(value: unknown): value is SiteList {
  if (typeof value !== 'object' || value === null) return false;
  const { files, sha256, before } = value as Partial<SiteList>;
  return Array.isArray(files) && isTable(sha256) && (before === undefined || isTable(before));
}

/** Builds the list of a site's files. */
export function siteListOf(files: ReadonlyMap<string, Uint8Array>): SiteList {
  const paths = [...files.keys()].sort();
  return {
    files: [...paths, SITE_LIST].sort(),
    sha256: Object.fromEntries(paths.map((path) => [path, sha256Of(files.get(path)!)])),
  };
}

/** Its text. The same list gives the same text, so that a changed list is noticed. */
export const siteListText = (list: SiteList): string => `${JSON.stringify(list, null, 2)}\n`;
