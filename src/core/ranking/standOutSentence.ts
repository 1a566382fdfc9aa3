import { inARow } from '../words';

/**
 * Who is named because their own mounts differ more than those of the others; empty where nobody is.
 *
 * @example standOutSentence(['Solano']) → 'The mounts of Solano differ from one another more than those of the others do.'
 */
export function standOutSentence(names: readonly string[]): string {
  if (names.length === 0) return '';
  return `The mounts of ${inARow(names)} differ from one another more than those of the others do.`;
}
