interface Bound<V, Typed> {
  value: V;
  onValue: (typed: Typed) => void;
  error: string | undefined;
}

/** What a field of a form is given: its value, what typing does, and its fault. */
interface FieldsOf<T> {
  <K extends keyof T & string>(name: K): Bound<T[K], T[K]>;
  /** A number that may be emptied and is `whenEmpty` then. */
  <K extends keyof T & string>(name: K, whenEmpty: T[K]): Bound<T[K], T[K] | null>;
}

/** Binds fields to the parts of what a form writes, by their names. */
export function fieldsOf<T extends object>(
  body: T,
  onBody: (body: T) => void,
  faultOf: (field: string) => string | undefined = () => undefined,
): FieldsOf<T> {
  return <K extends keyof T & string>(name: K, whenEmpty?: T[K]) => ({
    value: body[name],
    onValue: (typed: T[K] | null) => onBody({ ...body, [name]: typed ?? whenEmpty ?? null }),
    error: faultOf(name),
  });
}
