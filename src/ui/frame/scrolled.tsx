/**
 * What is wider or higher than its place and is scrolled there, by keys, too. It holds what is there for the ear alone: without `relative`
 * that would widen the page.
 */
export function Scrolled({
  label,
  className = 'w-0 min-w-full',
  children,
  ...more
}: {
  label: string;
  id?: string;
  ref?: React.Ref<HTMLDivElement>;
  className?: string;
  children: React.ReactNode;
}) {
  return (
    <div
      {...more}
      className={`relative overflow-auto ${className}`}
      tabIndex={0}
      role="region"
      aria-label={label}
    >
      {children}
    </div>
  );
}
