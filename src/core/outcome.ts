/**
 * What a computation gives back: a value, or the reason why the data cannot give one.
 * Too little data is no error; misuse (a negative load, say) throws instead.
 */
export type Outcome<T> = { known: true; value: T } | { known: false; reason: string };

export function known<T>(value: T): Outcome<T> {
  return { known: true, value };
}

export function unknown(reason: string): { known: false; reason: string } {
  return { known: false, reason };
}
