import { useState } from 'react';
import type { Verdict } from '@/core/verdict/verdictSheet';
import type { WriteData } from '@/lab/publish/writeView';
import { Button } from '@/ui/frame/button';
import { Options } from '@/ui/form/options';

/** What a verdict was before, to go back to. */
export function History({
  history,
  onBack,
}: {
  history: WriteData['history'];
  onBack: (body: Verdict) => void;
}) {
  const [older, setOlder] = useState('');
  if (history.length < 2) return null;
  return (
    <section aria-label="History" className="space-y-1.5 border-t border-hairline pt-3 text-[14.5px]">
      <h3 className="font-semibold">As it was before</h3>
      <select
        aria-label="An earlier state"
        className="w-full rounded border border-hairline bg-raised px-2 py-1"
        value={older}
        onChange={({ target }) => setOlder(target.value)}
      >
        <option value="">choose …</option>
        <Options of={history.slice(1).map(({ id, changedAt, who }) => [id, `${changedAt}, ${who}`])} />
      </select>
      <Button
        disabled={older === ''}
        onClick={() => {
          const found = history.find(({ id }) => String(id) === older);
          if (found) onBack(found.body);
          setOlder('');
        }}
      >
        Go back to it
      </Button>
    </section>
  );
}
