'use client';

import { useState, useSyncExternalStore } from 'react';
import type { LabSheet } from '@/contracts/sheets/labSheet';
import { TextField } from '@/ui/form/fields';
import { fieldsOf } from '@/ui/form/fieldsOf';
import { SheetTrouble } from '@/ui/form/sheetTrouble';
import { fieldFault, useSheet, type KeptSheet } from '@/ui/form/useSheet';
import { setWho, whoIsHere } from '@/ui/who';
import { Button } from '@/ui/frame/button';
import { Form } from '@/ui/form/form';

const OTHER = '';

/** Who sits at this browser: the name goes into change logs and versions. */
function WhoIsHere({ people }: { people: string[] }) {
  const kept = useSyncExternalStore(
    () => () => {},
    whoIsHere,
    () => 'reviewer',
  );
  const [chosen, setChosen] = useState<string | null>(null);
  const who = chosen ?? kept;
  const choose = (name: string) => {
    setWho(name);
    setChosen(name);
  };
  return (
    <label className="label-text block">
      Who works in this browser
      <select
        className="mt-0.5 block h-[33px] w-full rounded border border-hairline bg-raised px-2 text-[14.5px] text-ink"
        value={people.includes(who) ? who : OTHER}
        onChange={({ target }) => choose(target.value)}
      >
        <option value={OTHER}>{people.includes(who) || who === OTHER ? 'reviewer' : who}</option>
        {people.map((name) => (
          <option key={name}>{name}</option>
        ))}
      </select>
    </label>
  );
}

/** The lab’s name, its people and the address of its method, said once. */
export function OwnLab({ owner, kept }: { owner: number; kept: KeptSheet<LabSheet> }) {
  const sheet = useSheet('lab', owner, kept);
  const { body, set } = sheet;
  const at = fieldsOf(body, set, (field) => fieldFault(sheet, field));
  // What is being typed may end in a comma: the names are read out of it as they stand.
  const [typed, setTyped] = useState<string | null>(null);
  const people = kept.body.people;
  return (
    <details className="mt-6 border-t border-hairline pt-4">
      <summary className="cursor-pointer text-[14.5px]">
        <span className="font-display text-[18px] font-bold">The lab</span>{' '}
        <span className="label-text" dir="auto">
          {kept.body.name || 'its name, its people, its method'}
        </span>
      </summary>
      <Form
        className="space-y-2 pt-2"
        onSend={() => {
          setTyped(null);
          void sheet.save({ said: 'The lab is saved' });
        }}
      >
        <TextField label="Name of the lab" hint="Printed in reports and bundles." {...at('name')} />
        <TextField
          label="People, with commas between"
          hint="Offered wherever a change asks who made it."
          value={typed ?? body.people.join(', ')}
          error={fieldFault(sheet, 'people')}
          onValue={(text) => {
            setTyped(text);
            const names = text.split(',').map((name) => name.trim());
            set({ ...body, people: [...new Set(names.filter(Boolean))] });
          }}
        />
        <TextField
          label="Address of the method"
          hint="Where it is published at length; reports link to it."
          placeholder="https://"
          value={body.methodAt}
          error={fieldFault(sheet, 'methodAt')}
          onValue={(methodAt) => set({ ...body, methodAt: methodAt.trim() })}
        />
        {people.length > 0 && <WhoIsHere people={people} />}
        <SheetTrouble sheet={sheet} />
        <Button type="submit" disabled={!sheet.dirty || sheet.busy}>
          Save the lab
        </Button>
      </Form>
    </details>
  );
}
