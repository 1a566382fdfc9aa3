/** What a run stands on, as far as it decides what it may be compared with. */
export interface Standing {
  rig: string;
  revision: number;
  enclosure: string;
  meterDistanceCm: number;
  limitC: number;
  interfaceMaterial: string;
  /** Key of the heat load; null where any is meant. */
  load: string | null;
  response: string;
}

export type WayOut = 'bridge' | 're-test' | 'split';

export interface Apart {
  /** In words: “open bench and a case”. */
  because: string;
  wayOut: WayOut;
  says: string;
}

const SAYS: Record<WayOut, string> = {
  bridge: 're-test three points of two entries on both, and bridge by them',
  're-test': 'measure the entries again as the others were',
  split: 'make two round-ups of them',
};

/**
 * Why two runs may not stand in one order, and the way out; empty where they may. The one rule that every page asks. Where whole cases
 * are compared, the case that one stands in is what is asked, and keeps nothing apart.
 *
 * @example standApart({ rig: 'A', revision: 1, enclosure: 'open', meterDistanceCm: 60, limitC: 90, interfaceMaterial: '', load: null,
 * response: 'rise' }, { rig: 'A', revision: 1, enclosure: 'open', meterDistanceCm: 60, limitC: 90, interfaceMaterial: '', load: null,
 * response: 'rise' }) → []
 */
export function standApart(a: Standing, b: Standing, comparesCases = false): Apart[] {
  const found: Apart[] = [];
  const apart = (because: string, wayOut: WayOut) => found.push({ because, wayOut, says: SAYS[wayOut] });
  const isOpen = (enclosure: string) => enclosure === '' || enclosure === 'open';
  const named = (enclosure: string) => (isOpen(enclosure) ? 'an open bench' : enclosure);
  if (a.response !== b.response) apart(`${a.response} and ${b.response} are no one scale`, 'split');
  if (a.load !== null && b.load !== null && a.load !== b.load) apart(`${a.load} and ${b.load}`, 'split');
  const isOther =
    isOpen(a.enclosure) !== isOpen(b.enclosure) || (!isOpen(a.enclosure) && a.enclosure !== b.enclosure);
  if (isOther && !comparesCases) apart(`${named(a.enclosure)} and ${named(b.enclosure)}`, 'split');
  if (a.meterDistanceCm !== b.meterDistanceCm)
    apart(`the meter at ${a.meterDistanceCm} and at ${b.meterDistanceCm} cm`, 're-test');
  if (found.length > 0) return found;
  if (a.rig !== b.rig) apart(`${a.rig} and ${b.rig}: two rigs of “the same” processor differ`, 'bridge');
  else if (a.revision !== b.revision)
    apart(`revisions ${a.revision} and ${b.revision} of ${a.rig}`, 'bridge');
  if (a.limitC !== b.limitC) apart(`limits of ${a.limitC} and ${b.limitC} °C`, 'bridge');
  if (a.interfaceMaterial !== b.interfaceMaterial && a.interfaceMaterial && b.interfaceMaterial)
    apart(`${a.interfaceMaterial} and ${b.interfaceMaterial}`, 'bridge');
  return found;
}

/** The way out that none of them leads around: who must be split is not bridged. */
const WEIGHT: Record<WayOut, number> = { bridge: 0, 're-test': 1, split: 2 };

/**
 * Why runs are kept apart and the way out, in a sentence; empty where nothing keeps them apart.
 *
 * @example apartWords([]) → ''
 */
export function apartWords(apart: readonly Apart[]): string {
  if (apart.length === 0) return '';
  const [heaviest] = [...apart].sort((a, b) => WEIGHT[b.wayOut] - WEIGHT[a.wayOut]);
  return `${apart.map(({ because }) => because).join('; ')}: ${heaviest!.says}`;
}
