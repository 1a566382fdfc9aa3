import { isForbiddenName } from '@/core/bounds';
import { slugOf } from '@/core/lineUp/underCover';

/** A short name for files and addresses from one in words, unlike those taken: a product may well be called “Constructor”. */
export function codeOf(name: string, taken: ReadonlySet<string>): string {
  const base = slugOf(name);
  let code = base;
  for (let i = 2; taken.has(code) || isForbiddenName(code); i += 1) code = `${base}-${i}`;
  return code;
}
