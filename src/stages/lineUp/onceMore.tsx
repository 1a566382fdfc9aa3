import { useState } from 'react';
import { NumberField, TextField } from '@/ui/form/fields';
import { fieldsOf } from '@/ui/form/fieldsOf';
import { whoIsHere } from '@/ui/who';
import type { LineUpEntry as LineUpItem } from '@/lab/lineUp/lineUpView';
import { useAct } from '@/ui/useAct';
import { Button } from '@/ui/frame/button';

/** The same entry once more: with the lab's fan, with a second one, or a layout to be changed. */
export function OnceMore({ base, item, onMade }: { base: string; item: LineUpItem; onMade: () => void }) {
  const { act } = useAct();
  const [fan, setFan] = useState<{ name: string; eachPrice: number | null }>({ name: '', eachPrice: null });
  const at = fieldsOf(fan, setFan);
  const [ask, setAsk] = useState('');
  const isLayout = item.product.body.kind === 'case-layout';

  async function variant(given: 'lab-fan' | 'second-fan' | 'copy') {
    const body = {
      who: whoIsHere(),
      entryId: item.entryId,
      variant: given,
      fanName: fan.name,
      eachPrice: fan.eachPrice,
    };
    if (given === 'second-fan' && item.entry.body.fans.length === 0 && fan.name.trim() === '')
      return setAsk(
        `The fans of ${item.shownName} are not recorded: name the fan above, and a second one is added.`,
      );
    setAsk('');
    const said =
      given === 'copy'
        ? `${fan.name} is in the line-up: change what it is about`
        : given === 'lab-fan'
          ? `${item.shownName} with ${fan.name} is in the line-up`
          : `${item.shownName} with a second fan is in the line-up`;
    if ((await act({ url: `${base}?variant`, body, said })).ok) onMade();
  }

  return (
    <section aria-label="Other fans" className="border-t border-hairline pt-3">
      <h4 className="pb-1 font-semibold">Duplicate entry</h4>
      {isLayout && (
        <div className="flex items-end gap-2">
          <TextField label="A copy to change, called" {...at('name')} placeholder="rear fan turned" />
          <Button disabled={fan.name.trim() === ''} onClick={() => void variant('copy')}>
            Copy the layout
          </Button>
        </div>
      )}
      <div className="grid grid-cols-[1fr_7rem] gap-2" hidden={isLayout}>
        <TextField label="Fan" {...at('name')} placeholder="the lab’s fan" />
        <NumberField label="Each" unit={item.product.body.currency} optional {...at('eachPrice')} />
      </div>
      <div className="flex flex-wrap gap-2 pt-2" hidden={isLayout}>
        <Button disabled={fan.name.trim() === ''} onClick={() => void variant('lab-fan')}>
          With this lab fan
        </Button>
        <Button onClick={() => void variant('second-fan')}>With a second fan</Button>
      </div>
      {ask && (
        <p role="alert" className="pt-1.5 text-[14px] text-warn">
          ▲ {ask}
        </p>
      )}
    </section>
  );
}
