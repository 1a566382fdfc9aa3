import type { FittedSystem } from '@/core/air/systemCurve';
import { figure } from '@/ui/marks/figures';

/** Pairs of flow and pressure read through a part, and the law that they follow. */
export function ReadThrough({
  pairs,
  fitted,
  onPairs,
}: {
  pairs: string;
  fitted: FittedSystem | null;
  onPairs: (pairs: string | null) => void;
}) {
  return (
    <details className="mt-4 border-t border-hairline pt-3" open={pairs !== ''}>
      <summary className="font-display cursor-pointer text-[15px] font-bold">Read through it</summary>
      <label className="label-text block pt-1">
        Flow, m³/h, and pressure, Pa: a pair a line
        <textarea
          className="mt-0.5 block h-28 w-full rounded border border-hairline bg-raised px-2 py-1 font-mono text-[14px] text-ink"
          value={pairs}
          placeholder={'20  3.1\n35  7.4\n50  13.2'}
          onChange={({ target }) => onPairs(target.value || null)}
        />
      </label>
      {fitted && (
        <p className="pt-1 text-[14.5px]">
          Δp = {fitted.k.toPrecision(3)}·q<sup>{figure(fitted.exponent, 2)}</sup>, exponent ±{' '}
          {figure(fitted.exponent95, 2)}
          {fitted.heldAt !== null &&
            `: the readings asked for one outside 1 to 2, it is held at ${fitted.heldAt}`}
          .
        </p>
      )}
    </details>
  );
}
