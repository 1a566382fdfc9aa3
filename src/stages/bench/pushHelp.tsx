'use client';

import { useState } from 'react';
import { useAct } from '@/ui/useAct';
import { TextButton } from '@/ui/frame/button';

/** How a program sends readings to the mount on the rig. The token is fetched only when it is asked for. */
export function PushHelp({ origin }: { origin: string }) {
  const { act } = useAct();
  const [token, setToken] = useState<string | null>(null);

  async function fetchToken(renew: boolean) {
    const answer = await act({
      url: '/api/push-token',
      body: { renew },
      said: renew ? 'The token is a new one: programs with the old one are refused' : '',
      isAside: true,
    });
    if (answer.ok) setToken(String(answer.body.token));
  }

  const example = [
    `curl ${origin}/api/stream/readings \\`,
    `  -H 'authorization: Bearer ${token ?? 'TOKEN'}' \\`,
    `  --data-binary $'{"t_s": 0, "clock_mhz": 4200, "vrm_c": 51.5}\\n'`,
  ].join('\n');
  return (
    <details className="text-[13.5px]">
      <summary className="cursor-pointer text-ink2">Readings from a program</summary>
      <p className="pt-1.5">
        Newline-ended JSON, named as trace columns, goes to the mount on the rig, ten lines a second at most.
      </p>
      <pre className="mt-1.5 overflow-x-auto rounded-md bg-sunk p-2 text-[12.5px]" tabIndex={0}>
        {example}
      </pre>
      <p className="flex flex-wrap gap-x-4 pt-1.5">
        <TextButton onClick={() => (token === null ? void fetchToken(false) : setToken(null))}>
          {token === null ? 'Show this lab’s token' : 'Hide the token'}
        </TextButton>
        <TextButton onClick={() => void fetchToken(true)}>Make a new one</TextButton>
      </p>
    </details>
  );
}
