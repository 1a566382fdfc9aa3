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

const MACHINE = {
  ...{ watts: 'watts', roomC: 'room', limitC: 'limit', noiseDba: 'noise' },
  ...{ heightMm: 'height', memoryMm: 'memory', radiatorMm: 'radiator', budget: 'money' },
} as const;

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
  for (const [key, name] of Object.entries(MACHINE)) {
    const field = key as keyof typeof MACHINE;
    add(name, choice.machine[field], first.machine[field]);
  }
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
  const watts = number('watts', 1, 5000) ?? first.machine.watts;
  const roomC = number('room', -40, 100) ?? first.machine.roomC;
  const limitC = number('limit', 30, 150) ?? first.machine.limitC;
  return {
    ...chosen,
    load: (order.loads.find(({ key }) => key === text('load')) ?? order.loads[0]!).key,
    way: ways.find((way) => way === text('way')) ?? ways[0]!,
    at: number('at', 0, 60000),
    hidden: query.getAll('without').filter((entry) => entries.has(entry)),
    one: known(text('one')),
    other: known(text('other')),
    machine: {
      ...{ watts, roomC, limitC: limitC > roomC ? limitC : Math.max(first.machine.limitC, roomC + 1) },
      noiseDba: number('noise', -20, 160) ?? first.machine.noiseDba,
      heightMm: number('height', 0, 1000),
      memoryMm: number('memory', 0, 500),
      radiatorMm: number('radiator', 0, 2000),
      budget: number('money', 0, 1e7),
      socket: text('socket').slice(0, 100),
    },
  };
}
