import { TERMS, termOf, type TermName } from '@/core/terms';

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

/** A label or the head of a column, with the meaning of the term that it calls, where it calls one. */
export function Termed({ children: text }: { children: string }) {
  const name = termOf(text);
  return name ? <Term name={name}>{text}</Term> : text;
}
