/** How a run that does not count was left out; empty where by hand, and where it counts. */
export const ASIDE_AS = ['', 'held', 'remounted'] as const;
export type AsideAs = (typeof ASIDE_AS)[number];

/** How the reason of such a run begins, for those who read it. */
export const ASIDE_WORDS = {
  held: 'on hold: ',
  remounted: 'mounted again: ',
} as const satisfies Record<Exclude<AsideAs, ''>, string>;

/**
 * What was meant where words are all that there is: files of earlier versions have no more.
 *
 * @example asideOfWords('held in doubt: the control broke') → 'held'
 */
export function asideOfWords(setAside: string): AsideAs {
  if (setAside.startsWith(ASIDE_WORDS.remounted)) return 'remounted';
  return /^held in doubt: /.test(setAside) ? 'held' : '';
}
