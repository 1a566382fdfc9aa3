import { string } from 'yup';
import { typedNumber } from '../typedNumber';

/** A cell of a form that holds a number as people type it; empty where it may be. */
export function numberCell(label: string, optional = false) {
  return string()
    .default('')
    .test(
      'number',
      ({ value }: { value: string }) => {
        const typed = value.trim();
        return `${label}: ${typed === '' ? 'a number was expected' : `not a number: “${typed}”`}`;
      },
      (text) => (text.trim() === '' ? optional : typedNumber(text) !== null),
    );
}
