import type { FitsView } from '@/lab/orders/fitsView';
import { parseAsFloat, useQueryStates } from 'nuqs';
import type { Machine } from '@/core/judgement/advice';
import { NumberField } from '@/ui/form/fields';

/** A reader's machine as fields; all of it stands in the address. */
export function MachineFields({
  machine,
  cases,
  load,
  roundUpId,
}: {
  machine: Machine;
  cases: FitsView['cases'];
  /** Of whose curves the K/W is. */
  load: string;
  roundUpId: number;
}) {
  const all = {
    watts: machine.watts,
    limit: machine.limitC,
    room: machine.roomC,
    noise: machine.noiseDba,
    height: machine.heightMm,
    memory: machine.memoryMm,
    budget: machine.budget,
  };
  const [, setMachine] = useQueryStates(
    {
      watts: parseAsFloat,
      limit: parseAsFloat,
      room: parseAsFloat,
      noise: parseAsFloat,
      height: parseAsFloat,
      memory: parseAsFloat,
      budget: parseAsFloat,
    },
    { shallow: false, history: 'replace' },
  );
  /** All of it goes into the address, so that a wish that was cleared stays cleared. */
  const change = (part: Partial<Record<keyof typeof all, number | null>>) =>
    void setMachine({ ...all, ...part });
  return (
    <section aria-label="The machine" className="space-y-2.5 lg:w-[320px]">
      <h2 className="font-display text-[22px] font-bold">For a reader’s machine</h2>
      <p className="text-[14px] text-ink2">
        What it draws, how hot and how loud it may be, and what goes into it. The address holds it all: send
        it. K/W of the processor on the bench stands for the reader’s: a smaller die, or a plate that fits it
        worse, runs hotter at the same watts.
      </p>
      <div className="grid grid-cols-2 gap-2.5">
        <NumberField label="Heat" unit="W" value={machine.watts} onValue={(watts) => change({ watts })} />
        <NumberField
          label="No louder than"
          unit="dB(A)"
          value={machine.noiseDba}
          onValue={(noise) => change({ noise })}
        />
        <NumberField label="Limit" unit="°C" value={machine.limitC} onValue={(limit) => change({ limit })} />
        <NumberField label="Room" unit="°C" value={machine.roomC} onValue={(room) => change({ room })} />
        <NumberField
          optional
          label="Room for a cooler"
          unit="mm"
          value={machine.heightMm}
          onValue={(height) => change({ height })}
        />
        <NumberField
          optional
          label="Memory stands"
          unit="mm"
          value={machine.memoryMm}
          onValue={(memory) => change({ memory })}
        />
        <NumberField
          optional
          label="Money"
          unit={machine.currency}
          value={machine.budget}
          onValue={(budget) => change({ budget })}
        />
      </div>
      {cases.length > 0 && (
        <p className="flex flex-wrap gap-2 text-[14px]">
          {cases.map(({ name, coolerHeightMm, memoryHeightMm }) => (
            <button
              key={name}
              type="button"
              className="quiet-button"
              onClick={() => change({ height: coolerHeightMm, memory: memoryHeightMm })}
            >
              As {name}
            </button>
          ))}
        </p>
      )}
      <p className="text-[13.5px] text-ink2">
        By K/W at the noise, from the curves at {load}, meter and room as on this rig. Another case, another
        processor and its spreader move all of it.
      </p>
    </section>
  );
}
