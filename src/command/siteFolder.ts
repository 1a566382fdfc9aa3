import {
  chmod,
  lstat,
  mkdir,
  readdir,
  readFile,
  realpath,
  rename,
  rmdir,
  unlink,
  writeFile,
} from 'node:fs/promises';
import { homedir } from 'node:os';
import { basename, dirname, join, relative, sep } from 'node:path';
import { UnusableInput } from '@/formats/problem';
import { isSiteList, sha256Of, SITE_LIST, siteListText, type SiteList } from '@/lab/report/siteList';
import { foldersOf, stageFolder } from './stagedFolder';

const codeOf = (error: unknown) => (error as NodeJS.ErrnoException).code ?? (error as Error).message;

/** Home folders of this machine's users. */
async function homes(): Promise<Set<string>> {
  const users = await readFile('/etc/passwd', 'utf8').catch(() => '');
  return new Set([homedir(), ...users.split('\n').map((line) => line.split(':')[5] ?? '')].filter(Boolean));
}

/** Mount points of this machine. Blanks in their names are written as \040 (proc(5)). */
async function mountPoints(): Promise<Set<string>> {
  const text = await readFile('/proc/self/mountinfo', 'utf8').catch(() => '');
  const octal = /\\(\d{3})/g;
  return new Set(
    text
      .split('\n')
      .map((line) =>
        (line.split(' ')[4] ?? '').replace(octal, (_, code: string) =>
          String.fromCharCode(parseInt(code, 8)),
        ),
      ),
  );
}

/**
 * The folder of a static site on disk. Only files that an earlier `site` wrote, listed in `abanico-site.json` and unchanged since, are
 * replaced or deleted. Everything else makes it refuse, before anything is written.
 */
export class SiteFolder {
  /** What the folder holds: relative path and SHA-256. Null if the folder does not exist. */
  private found: ReadonlyMap<string, string> | null = null;

  constructor(
    private readonly out: string,
    private readonly shown: string,
  ) {}

  private refuse(message: string): never {
    throw new UnusableInput({
      file: this.shown,
      message: `${message}. Nothing was changed. Give an empty folder, or a new one.`,
    });
  }

  /** Throws UnusableInput if the folder holds anything but an earlier site, or is a link, a mount point, a home or a root. */
  async check(): Promise<void> {
    const own = await lstat(this.out).catch((error: unknown) => {
      if (codeOf(error) === 'ENOENT') return null;
      return this.refuse(`cannot be read (${codeOf(error)})`);
    });
    if (!own) return;
    if (own.isSymbolicLink()) this.refuse('is a link');
    if (!own.isDirectory()) this.refuse('is not a folder');
    const real = await realpath(this.out);
    if (real === sep) this.refuse('is the root of this machine');
    for (const home of await homes())
      if (home === real || home.startsWith(real + sep)) this.refuse('is or holds a home folder');
    if ((await mountPoints()).has(real)) this.refuse('is a mount point');
    this.found = await this.ownFiles();
  }

  /** Files of the folder, each listed and unchanged. An error while they are read refuses the folder: it is not known what it holds. */
  private async ownFiles(): Promise<Map<string, string>> {
    const entries = await readdir(this.out, { recursive: true, withFileTypes: true }).catch(
      (error: unknown) => this.refuse(`cannot be read whole (${codeOf(error)})`),
    );
    if (entries.length === 0) return new Map();
    const list = await this.readList();
    const written = list ? Object.keys(list.sha256) : [];
    const folders = new Set(foldersOf(written));
    const found = new Map<string, string>();
    for (const entry of entries) {
      const path = relative(this.out, join(entry.parentPath, entry.name));
      if (entry.isDirectory() && folders.has(path)) continue;
      if (path === SITE_LIST && list) continue;
      const sums = list ? [list.sha256[path], list.before?.[path]].filter(Boolean) : [];
      if (!entry.isFile() || sums.length === 0) this.refuse(`holds “${path}”, which no earlier site wrote`);
      const sum = await this.sumOf(path);
      if (!sums.includes(sum)) this.refuse(`holds “${path}”, which was changed since it was written`);
      found.set(path, sum);
    }
    return found;
  }

  private async readList(): Promise<SiteList | null> {
    const text = await readFile(join(this.out, SITE_LIST), 'utf8').catch(() => '');
    const list: unknown = await Promise.resolve(text)
      .then(JSON.parse)
      .catch(() => null);
    return isSiteList(list) && siteListText(list) === text ? list : null;
  }

  private async sumOf(path: string): Promise<string> {
    const bytes = await readFile(join(this.out, path)).catch((error: unknown) =>
      this.refuse(`holds “${path}”, which cannot be read (${codeOf(error)})`),
    );
    return sha256Of(bytes);
  }

  /** Writes the site. A reader sees each file old or new, never half. An interrupted write can be repeated. */
  async write(files: ReadonlyMap<string, Uint8Array>): Promise<void> {
    const cannotWrite = (error: unknown) =>
      new UnusableInput({ file: this.shown, message: `cannot be written (${codeOf(error)})` });
    const staged = await stageFolder(this.out, files).catch((error: unknown) => {
      throw cannotWrite(error);
    });
    try {
      // mkdtemp makes a private folder; a web server reads this one.
      await chmod(staged.path, 0o755);
      if (!this.found) {
        await rename(staged.path, this.out);
        return;
      }
      await this.replace(staged.path, files, this.found);
    } catch (error) {
      if (error instanceof UnusableInput) throw error;
      throw cannotWrite(error);
    } finally {
      await staged.discard();
    }
  }

  private async replace(
    staged: string,
    files: ReadonlyMap<string, Uint8Array>,
    found: ReadonlyMap<string, string>,
  ): Promise<void> {
    const list = JSON.parse(new TextDecoder().decode(files.get(SITE_LIST))) as SiteList;
    // Until all files are in place, old and new ones are listed.
    const interim = join(staged, `${basename(SITE_LIST)}.interim`);
    await writeFile(interim, siteListText({ ...list, before: Object.fromEntries(found) }), { flag: 'wx' });
    await rename(interim, join(this.out, SITE_LIST));
    for (const path of files.keys()) {
      if (path === SITE_LIST) continue;
      await mkdir(dirname(join(this.out, path)), { recursive: true });
      if (found.has(path)) await this.mustBeAsFound(path, found.get(path)!);
      else if (await lstat(join(this.out, path)).catch(() => null))
        this.refuse(`holds “${path}”, which came while the site was written`);
      await rename(join(staged, path), join(this.out, path));
    }
    const gone = [...found.keys()].filter((path) => !files.has(path));
    for (const path of gone) {
      await this.mustBeAsFound(path, found.get(path)!);
      await unlink(join(this.out, path));
    }
    // Only empty folders go: rmdir keeps the others.
    for (const folder of foldersOf(gone)) await rmdir(join(this.out, folder)).catch(() => undefined);
    await rename(join(staged, SITE_LIST), join(this.out, SITE_LIST));
  }

  private async mustBeAsFound(path: string, sum: string): Promise<void> {
    if ((await this.sumOf(path)) !== sum)
      this.refuse(`holds “${path}”, which was changed while the site was written`);
  }
}
