import { useState } from 'react';
import type { Brief } from '@/core/brief/brief';
import { ChoiceField, TextField } from '@/ui/form/fields';
import type { BriefData } from '@/lab/planning/cardRig';
import { useAct } from '@/ui/useAct';
import { Button } from '@/ui/frame/button';

/** Methods that the lab has kept: one to begin from, and this one to be kept. */
export function KeptMethods({
  methods,
  brief,
  onBrief,
}: {
  methods: BriefData['methods'];
  brief: Brief;
  onBrief: (brief: Brief) => void;
}) {
  const { act } = useAct();
  const [methodName, setMethodName] = useState('');

  async function keepMethod() {
    const answer = await act({
      url: '/api/methods',
      body: { name: methodName, body: brief },
      said: `Method “${methodName}” kept`,
    });
    if (answer.ok) setMethodName('');
  }

  return (
    <div className="ml-auto flex flex-wrap items-end gap-2">
      {methods.length > 0 && (
        <div className="w-44">
          <ChoiceField
            label="Begin from a kept method"
            value=""
            options={[
              { value: '', label: '…' },
              ...methods.map((method) => ({ value: String(method.id), label: method.name })),
            ]}
            onValue={(id) => {
              const found = methods.find((method) => String(method.id) === id);
              const { deadline, embargo } = brief;
              if (found) onBrief({ ...found.body, deadline, embargo });
            }}
          />
        </div>
      )}
      <div className="w-40">
        <TextField
          label="Keep this as a method"
          value={methodName}
          onValue={setMethodName}
          placeholder="name"
        />
      </div>
      <Button disabled={methodName.trim() === ''} onClick={() => void keepMethod()}>
        Keep
      </Button>
    </div>
  );
}
