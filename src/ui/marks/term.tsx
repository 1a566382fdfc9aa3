import { TERMS, type TermName } from '@/core/terms';

/** A word of the desk with its meaning on pointing at it. */
export function Term({ name, children }: { name: TermName; children?: React.ReactNode }) {
  return (
    <abbr
      title={TERMS[name]}
      className="cursor-help no-underline decoration-dotted underline-offset-4 hover:underline"
    >
      {children ?? name}
    </abbr>
  );
}
