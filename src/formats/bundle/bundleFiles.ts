/** The files of a bundle by their path from its root, wherever they come from. */
export type BundleFiles = ReadonlyMap<string, Uint8Array>;

/** Path inside a bundle with forward slashes; null where it leads outside. */
export function insidePath(path: string): string | null {
  const parts: string[] = [];
  for (const part of path.replaceAll('\\', '/').split('/')) {
    if (part === '' || part === '.') continue;
    if (part === '..' || part.includes('\0')) return null;
    parts.push(part);
  }
  return parts.length > 0 && !/^[a-z]:/i.test(path) && !path.startsWith('/') ? parts.join('/') : null;
}

/**
 * The bundle's root is the folder that holds `datapackage.json`, nearest to the top; files chosen without
 * their folder are found by name alone where that is unique.
 */
export function rootedFiles(files: ReadonlyMap<string, Uint8Array>): BundleFiles {
  const packages = [...files.keys()].filter((path) => path.split('/').pop() === 'datapackage.json');
  packages.sort((a, b) => a.split('/').length - b.split('/').length || (a < b ? -1 : 1));
  const root = packages[0]?.slice(0, -'datapackage.json'.length) ?? '';
  const rooted = new Map<string, Uint8Array>();
  for (const [path, bytes] of files) if (path.startsWith(root)) rooted.set(path.slice(root.length), bytes);
  return rooted;
}

/** The file that a path names, with the path at which it was found. */
export function findFile(files: BundleFiles, path: string): { path: string; bytes: Uint8Array } | null {
  const inside = insidePath(path);
  if (inside === null) return null;
  for (const at of [inside, inside.split('/').pop()!]) {
    const bytes = files.get(at);
    if (bytes) return { path: at, bytes };
  }
  return null;
}
