import type { ReadersCopy, ReadersOrder } from '@/contracts/readersCopy';
import { AXES } from '@/core/curves/axis';
import type { Against } from '@/core/curves/curveRule';
import { firstLine } from '@/core/curves/firstLine';

export const WAY_NAMES = {
  noise: 'at equal noise',
  rpm: 'at equal speed',
  duty: 'at equal duty',
  full: 'at full speed',
  quietest: 'each at its quietest',
} as const;
export type ReadersWay = keyof typeof WAY_NAMES;

/** What a reader’s machine is, as far as they say. */
export interface ReadersMachine {
  watts: number;
  roomC: number;
  limitC: number;
  noiseDba: number;
  heightMm: number | null;
  memoryMm: number | null;
  radiatorMm: number | null;
  budget: number | null;
  socket: string;
}

/** All that a reader has chosen; what is null follows from the report. */
export interface Choice {
  response: string;
  place: string;
  load: string;
  way: ReadersWay;
  /** Where the way stands on its axis; null for its own place. */
  at: number | null;
  hidden: string[];
  one: string;
  other: string;
  machine: ReadersMachine;
}

const isOf = (order: ReadersOrder, { response, place }: Pick<Choice, 'response' | 'place'>) =>
  order.response.id === response && order.place === place;

/** The orders of what is chosen, by their axis. */
export const chosenOrders = ({ orders }: ReadersCopy, choice: Pick<Choice, 'response' | 'place'>) =>
  new Map<Against, ReadersOrder>(
    orders.filter((order) => isOf(order, choice)).map((order) => [order.against, order]),
  );

/** The ways by which what is chosen can be compared. */
export function waysOf(copy: ReadersCopy, choice: Pick<Choice, 'response' | 'place'>): ReadersWay[] {
  const along = chosenOrders(copy, choice);
  return [
    ...(['noise', 'rpm', 'duty'] as const).filter((against) => along.has(against)),
    ...(along.has('noise') ? (['full', 'quietest'] as const) : []),
  ];
}

/** What a report shows before anybody chose. */
export function firstChoice(copy: ReadersCopy): Choice {
  const [order] = copy.orders;
  const rise = copy.orders.find(({ response, against }) => response.throttles && against === 'noise');
  const { id } = order!.response;
  const what = { response: id, place: order!.place };
  return {
    ...what,
    load: order!.loads[0]!.key,
    way: waysOf(copy, what)[0]!,
    at: null,
    hidden: [],
    one: '',
    other: '',
    machine: {
      watts: rise?.loads.find(({ load }) => load.loadW > 0)?.load.loadW ?? 100,
      ...{ roomC: copy.roomC, limitC: copy.limitC, noiseDba: copy.noiseLinesDba[0]! },
      ...{ heightMm: null, memoryMm: null, radiatorMm: null, budget: null, socket: '' },
    },
  };
}

/** The axis of a way, and where on it entries are compared; null for a way that stands at an end of each curve. */
export function lineOf(copy: ReadersCopy, choice: Choice): { against: Against; at: number } | null {
  const { way } = choice;
  if (way === 'full' || way === 'quietest') return null;
  const order = chosenOrders(copy, choice).get(way);
  const curves = (order?.loads.find(({ key }) => key === choice.load) ?? order?.loads[0])?.curves ?? [];
  const own = way === 'noise' ? copy.noiseLinesDba[0]! : firstLine(curves, AXES[way]);
  return { against: way, at: choice.at ?? own };
}

/** What of a machine is asked for: by what name in the address, under what label, in what unit and bounds. */
export const MACHINE = {
  watts: { name: 'watts', label: 'Heat', unit: 'W', least: 1, most: 5000 },
  roomC: { name: 'room', label: 'Room', unit: '°C', least: -40, most: 100 },
  limitC: { name: 'limit', label: 'Limit', unit: '°C', least: 30, most: 150 },
  noiseDba: { name: 'noise', label: 'Noise', unit: 'dB(A)', least: -20, most: 160 },
  heightMm: { name: 'height', label: 'Height', unit: 'mm', least: 0, most: 1000 },
  memoryMm: { name: 'memory', label: 'Memory', unit: 'mm', least: 0, most: 500 },
  radiatorMm: { name: 'radiator', label: 'Radiator', unit: 'mm', least: 0, most: 2000 },
  budget: { name: 'money', label: 'Money', unit: '', least: 0, most: 1e7 },
} as const;
export type MachineField = keyof typeof MACHINE;

/** The choice as it stands after the # of the address: what was chosen, and nothing that was not. */
export function choiceHash(copy: ReadersCopy, choice: Choice): string {
  const first = firstChoice(copy);
  const query = new URLSearchParams();
  const add = (name: string, value: string | number | null, unless: string | number | null) => {
    if (value !== unless) query.set(name, value === null ? '' : String(value));
  };
  add('by', choice.response, first.response);
  add('place', choice.place, first.place);
  add('load', choice.load, first.load);
  add('way', choice.way, first.way);
  add('at', choice.at, null);
  for (const entry of choice.hidden) query.append('without', entry);
  add('one', choice.one, '');
  add('other', choice.other, '');
  for (const field of Object.keys(MACHINE) as MachineField[])
    add(MACHINE[field].name, choice.machine[field], first.machine[field]);
  add('socket', choice.machine.socket, '');
  return query.toString();
}

/** What an address says was chosen; what it says of anything that the report does not have is left as it comes. */
export function choiceOf(copy: ReadersCopy, hash: string): Choice {
  const query = new URLSearchParams(hash.replace(/^#/, ''));
  const first = firstChoice(copy);
  const text = (name: string) => query.get(name) ?? '';
  const number = (name: string, least: number, most: number): number | null => {
    const value = text(name).trim() === '' ? NaN : Number(text(name));
    return value >= least && value <= most ? value : null;
  };
  const what = query.has('by') ? { response: text('by'), place: text('place') } : first;
  const order = copy.orders.find((each) => isOf(each, what)) ?? copy.orders[0]!;
  const chosen = { response: order.response.id, place: order.place };
  const ways = waysOf(copy, chosen);
  const entries = new Set(copy.entries.map(({ entry }) => entry));
  const known = (entry: string) => (entries.has(entry) ? entry : '');
  const ofMachine = (field: MachineField) => {
    const { name, least, most } = MACHINE[field];
    return number(name, least, most);
  };
  const needed = (field: 'watts' | 'roomC' | 'limitC' | 'noiseDba') =>
    ofMachine(field) ?? first.machine[field];
  return {
    ...chosen,
    load: (order.loads.find(({ key }) => key === text('load')) ?? order.loads[0]!).key,
    way: ways.find((way) => way === text('way')) ?? ways[0]!,
    at: number('at', 0, 60000),
    hidden: query.getAll('without').filter((entry) => entries.has(entry)),
    one: known(text('one')),
    other: known(text('other')),
    machine: {
      ...{ watts: needed('watts'), roomC: needed('roomC') },
      ...{ limitC: needed('limitC'), noiseDba: needed('noiseDba') },
      ...{ heightMm: ofMachine('heightMm'), memoryMm: ofMachine('memoryMm') },
      ...{ radiatorMm: ofMachine('radiatorMm'), budget: ofMachine('budget') },
      socket: text('socket').slice(0, 100),
    },
  };
}
