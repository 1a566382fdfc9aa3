/**
 * A function that remembers its last result, and no more: asked the same again it gives the same object.
 *
 * lastResult of a parser, asked twice in a row for one text, parses once.
 */
export function lastResult<A, R>(compute: (asked: A) => R): (asked: A) => R {
  let last: { asked: A; result: R } | null = null;
  return (asked) => {
    if (last === null || !Object.is(last.asked, asked)) last = { asked, result: compute(asked) };
    return last.result;
  };
}
