/**
 * What a computation gives back: a value, or the reason why the data cannot give one.
 * Too little data is no error; misuse (a negative load, say) throws instead.
 */
export type Outcome<T> = { known: true; value: T } | { known: false; reason: string };

/**
 * @example known(3) → { known: true, value: 3 }
 */
export function known<T>(value: T): Outcome<T> {
  return { known: true, value };
}

/**
 * @example unknown('no power flowed') → { known: false, reason: 'no power flowed' }
 */
export function unknown(reason: string): { known: false; reason: string } {
  return { known: false, reason };
}
