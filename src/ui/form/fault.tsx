/** What went wrong, told at once to those who hear the page, too; nothing where nothing did. */
export function Fault({
  children: told,
  className = 'text-[14px]',
}: {
  children: string | null | undefined | false;
  className?: string;
}) {
  if (!told) return null;
  return (
    <p role="alert" className={`text-bad ${className}`} dir="auto">
      ▲ {told}
    </p>
  );
}
