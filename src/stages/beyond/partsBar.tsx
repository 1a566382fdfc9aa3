import type { DoubtPart } from '@/core/uncertainty/doubtParts';

const SHADES = ['bg-ink2', 'bg-ink2/70', 'bg-ink2/50', 'bg-ink2/35', 'bg-ink2/20'];

/** The shade of a part by its place among them, for a list beside the bar. */
export const shadeOf = (i: number) => SHADES[Math.min(i, SHADES.length - 1)]!;

/** What a ± is made of as one bar, the largest part first and darkest. */
export function PartsBar({ parts }: { parts: readonly DoubtPart[] }) {
  return (
    <div aria-hidden className="flex h-5 w-full gap-px overflow-hidden">
      {parts.map(({ key, share }, i) => (
        <span key={key} className={shadeOf(i)} style={{ width: `${100 * share}%` }} />
      ))}
    </div>
  );
}
