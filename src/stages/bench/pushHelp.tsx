/** How a program pushes readings that no instrument gives. */
export function PushHelp({ origin, token }: { origin: string; token: string }) {
  const example = [
    `curl ${origin}/api/stream/readings \\`,
    `  -H 'authorization: Bearer ${token}' \\`,
    `  --data-binary $'{"t_s": 0, "clock_mhz": 4200, "vrm_c": 51.5}\\n'`,
  ].join('\n');
  return (
    <details className="text-[13.5px]">
      <summary className="cursor-pointer text-ink2">Readings from a program</summary>
      <p className="pt-1.5">
        Newline-ended JSON, named as trace columns, goes to the mount on the rig. The token is this lab’s.
      </p>
      <pre className="mt-1.5 overflow-x-auto rounded-md bg-sunk p-2 text-[12.5px]" tabIndex={0}>
        {example}
      </pre>
    </details>
  );
}
