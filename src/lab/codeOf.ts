import { slugOf } from '@/core/lineUp/underCover';

/** A short name for files and addresses from one in words, unlike those taken. */
export function codeOf(name: string, taken: ReadonlySet<string>): string {
  const base = slugOf(name);
  let code = base;
  for (let i = 2; taken.has(code); i += 1) code = `${base}-${i}`;
  return code;
}
