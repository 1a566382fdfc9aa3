import { parseAsFloat, parseAsString, useQueryStates } from 'nuqs';
import type { FitsData } from '@/lab/orders/fitsView';
import { NumberField, TextField } from '@/ui/form/fields';

/** A reader's machine as fields; all of it is in the address. */
export function MachineFields({ machine, cases, sockets }: Pick<FitsData, 'machine' | 'cases' | 'sockets'>) {
  const all = {
    watts: machine.watts,
    limit: machine.limitC,
    room: machine.roomC,
    noise: machine.noiseDba,
    height: machine.heightMm,
    memory: machine.memoryMm,
    thick: machine.fanThicknessMm,
    radiator: machine.radiatorMm,
    deep: machine.radiatorDepthMm,
    socket: machine.socket || null,
    budget: machine.budget,
    case: machine.room?.name ?? null,
  };
  const [, setMachine] = useQueryStates(
    {
      ...{ watts: parseAsFloat, limit: parseAsFloat, room: parseAsFloat, noise: parseAsFloat },
      ...{ height: parseAsFloat, memory: parseAsFloat, budget: parseAsFloat, case: parseAsString },
      ...{ thick: parseAsFloat, radiator: parseAsFloat, deep: parseAsFloat, socket: parseAsString },
    },
    { shallow: false, history: 'replace' },
  );
  /**
   * All of it goes into the address, so that a limit that was cleared stays cleared. Once it is there, the address is what
   * was typed last, and the page may still be a field behind.
   */
  const change = (part: Partial<typeof all>) =>
    void setMachine((now) => ({
      ...(Object.values(now).some((value) => value !== null) ? now : all),
      ...part,
    }));
  const inCase = (name: string) => {
    const found = cases.find((other) => other.name === name);
    change(
      found ? { case: name, height: found.coolerHeightMm, memory: found.memoryHeightMm } : { case: null },
    );
  };
  const knowsRadiators = machine.room?.sides.some(({ radiatorMm }) => radiatorMm !== null);
  return (
    <>
      <div className="grid grid-cols-2 gap-2.5 sm:grid-cols-4" role="group" aria-label="The machine">
        <NumberField
          label="Heat"
          unit="W"
          value={machine.watts}
          onValue={(watts) => change({ watts: watts! })}
        />
        <NumberField
          label="Room"
          unit="°C"
          value={machine.roomC}
          onValue={(room) => change({ room: room! })}
        />
        <NumberField
          label="Limit"
          unit="°C"
          value={machine.limitC}
          onValue={(limit) => change({ limit: limit! })}
        />
        <NumberField
          label="Noise"
          unit="dB(A)"
          value={machine.noiseDba}
          onValue={(noise) => change({ noise: noise! })}
        />
        <label className="block">
          <span className="label-text block pb-0.5">Case</span>
          <select
            className="h-[34px] w-full rounded border border-hairline bg-raised px-2"
            value={machine.room?.name ?? ''}
            onChange={({ target }) => inCase(target.value)}
          >
            <option value="">any</option>
            {cases.map(({ name }) => (
              <option key={name}>{name}</option>
            ))}
          </select>
        </label>
        <NumberField
          optional
          label="Memory"
          unit="mm"
          value={machine.memoryMm}
          onValue={(memory) => change({ memory })}
        />
        <NumberField
          optional
          label="Height"
          unit="mm"
          value={machine.heightMm}
          onValue={(height) => change({ height })}
        />
        <NumberField
          optional
          label="Money"
          unit={machine.currency}
          value={machine.budget}
          onValue={(budget) => change({ budget })}
        />
      </div>
      <details open={machine.fanThicknessMm !== null || machine.socket !== ''}>
        <summary className="label-text cursor-pointer">Socket, fan thickness and radiator</summary>
        <div className="grid grid-cols-2 gap-2.5 pt-1 sm:grid-cols-4">
          <TextField
            label="Socket"
            list="sockets-recorded"
            value={machine.socket}
            onValue={(socket) => change({ socket: socket.trim() || null })}
          />
          <datalist id="sockets-recorded">
            {sockets.map((socket) => (
              <option key={socket} value={socket} />
            ))}
          </datalist>
          <NumberField
            optional
            label="Fan thickness"
            unit="mm"
            value={machine.fanThicknessMm}
            onValue={(thick) => change({ thick })}
          />
          {knowsRadiators ? (
            <p className="label-text col-span-2 self-end pb-1">The sides of the case decide on radiators.</p>
          ) : (
            <>
              <NumberField
                optional
                label="Radiator"
                unit="mm"
                value={machine.radiatorMm}
                onValue={(radiator) => change({ radiator })}
              />
              <NumberField
                optional
                label="Depth with fans"
                unit="mm"
                value={machine.radiatorDepthMm}
                onValue={(deep) => change({ deep })}
              />
            </>
          )}
        </div>
      </details>
    </>
  );
}
