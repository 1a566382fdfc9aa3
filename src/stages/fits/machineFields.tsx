import { parseAsFloat, parseAsString, useQueryStates } from 'nuqs';
import type { FitsData } from '@/lab/orders/readers/fitsView';
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
  const needed = (label: string, key: keyof typeof all, value: number, unit: string) => (
    <NumberField label={label} unit={unit} value={value} onValue={(typed) => change({ [key]: typed! })} />
  );
  const limit = (label: string, key: keyof typeof all, value: number | null, unit = 'mm') => (
    <NumberField
      optional
      label={label}
      unit={unit}
      value={value}
      onValue={(typed) => change({ [key]: typed })}
    />
  );
  const knowsRadiators = machine.room?.sides.some(({ radiatorMm }) => radiatorMm !== null);
  return (
    <>
      <div className="grid grid-cols-2 gap-2.5 sm:grid-cols-4" role="group" aria-label="The machine">
        {needed('Heat', 'watts', machine.watts, 'W')}
        {needed('Room', 'room', machine.roomC, '°C')}
        {needed('Limit', 'limit', machine.limitC, '°C')}
        {needed('Noise', 'noise', machine.noiseDba, 'dB(A)')}
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
        {limit('Memory', 'memory', machine.memoryMm)}
        {limit('Height', 'height', machine.heightMm)}
        {limit('Money', 'budget', machine.budget, machine.currency)}
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
          {limit('Fan thickness', 'thick', machine.fanThicknessMm)}
          {knowsRadiators ? (
            <p className="label-text col-span-2 self-end pb-1">The sides of the case decide on radiators.</p>
          ) : (
            <>
              {limit('Radiator', 'radiator', machine.radiatorMm)}
              {limit('Depth with fans', 'deep', machine.radiatorDepthMm)}
            </>
          )}
        </div>
      </details>
    </>
  );
}
