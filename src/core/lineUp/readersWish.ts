import type { Outcome } from '../outcome';
import type { ConfiguredSize } from './configuredSize';

/** What a reader can take or wants; null or empty where they do not say. */
export interface ReadersWish {
  heightMm: number | null;
  memoryMm: number | null;
  fanThicknessMm: number | null;
  radiatorMm: number | null;
  /** Room for a radiator with its fans, from face to face. */
  radiatorDepthMm: number | null;
  socket: string;
  /** Heat that must be held at the line in the reference room, W. */
  watts: number | null;
  /** It must be able to run as quietly as this, dB(A). */
  noiseDba: number | null;
  budget: number | null;
}

export const NO_WISH: ReadersWish = {
  ...{ heightMm: null, memoryMm: null, fanThicknessMm: null, radiatorMm: null, socket: '' },
  radiatorDepthMm: null,
  ...{ watts: null, noiseDba: null, budget: null },
};

/** What is known of an entry that a wish is held against. */
export interface WishedOf extends ConfiguredSize {
  sockets: readonly string[];
  capacityW: number | null;
  quietestDba: number | null;
  /** In the brief's currency. */
  price: Outcome<number>;
  currency: string;
}

/** Sockets as they stand in a product: separated by commas.
 *
 * @example socketList('S1, S2 ,') → ['S1', 'S2']
 */
export function socketList(text: string): string[] {
  return text
    .split(/[,;]/)
    .map((name) => name.trim())
    .filter(Boolean);
}

const shown = (value: number, decimals: number) => value.toFixed(decimals);

/**
 * Why an entry does not meet a reader's wish, in words; empty where it does. What nobody noted is no fit, and is told.
 *
 * @example missesOf({ heightMm: 168, memoryClearanceMm: null, fanThicknessMm: 25, radiatorMm: null, radiatorDepthMm: null, isLoop: false, isCase: false,
 * sockets: [], capacityW: null, quietestDba: 20, price: { known: true, value: 50 }, currency: 'EUR' }, { ...NO_WISH, heightMm: 160 }) → ['168 mm high, 8 mm too
 * much']
 */
export function missesOf(entry: WishedOf, wish: ReadersWish): string[] {
  const told: string[] = [];
  const check = <T>(
    limit: number | null,
    value: T | null,
    absent: string,
    wrong: (value: T, limit: number) => string | null,
  ) => {
    if (limit === null) return;
    const why = value === null ? absent : wrong(value, limit);
    if (why !== null) told.push(why);
  };
  // A loop fits by its radiator; what has none needs no room for one.
  if (entry.isLoop || entry.radiatorMm !== null) {
    check(wish.radiatorMm, entry.radiatorMm, 'the length of its radiator is not recorded', (mm, most) =>
      mm > most ? `its radiator is ${mm} mm long` : null,
    );
    check(
      wish.radiatorDepthMm,
      entry.radiatorDepthMm,
      'the depth of its radiator with fans is not recorded',
      (mm, most) => (mm > most ? `its radiator with fans is ${mm} mm deep` : null),
    );
  }
  const towerOnly = <T>(limit: T | null) => (entry.isLoop || entry.isCase ? null : limit);
  check(towerOnly(wish.heightMm), entry.heightMm, 'its height is not recorded', (mm, most) =>
    mm > most ? `${mm} mm high, ${Number((mm - most).toFixed(1))} mm too much` : null,
  );
  check(
    towerOnly(wish.memoryMm),
    entry.memoryClearanceMm,
    'its RAM clearance is not recorded',
    (mm, least) =>
      mm < least ? `leaves ${mm} mm for memory, ${Number((least - mm).toFixed(1))} mm too little` : null,
  );
  check(
    towerOnly(wish.fanThicknessMm),
    entry.fanThicknessMm,
    'the thickness of its fans is not recorded',
    (mm, most) => (mm > most ? `its fan is ${mm} mm thick` : null),
  );
  if (wish.socket !== '') {
    const wanted = wish.socket.toLowerCase();
    if (entry.sockets.length === 0) told.push('its sockets are not recorded');
    else if (!entry.sockets.some((socket) => socket.toLowerCase() === wanted))
      told.push(`does not fit ${wish.socket}`);
  }
  check(wish.watts, entry.capacityW, 'its maximum heat at the line is not available', (watts, least) =>
    watts < least ? `holds ${shown(watts, 0)} W at the line` : null,
  );
  check(wish.noiseDba, entry.quietestDba, 'its quietest level is not known', (level, most) =>
    level > most ? `${shown(level, 1)} dB(A) at its quietest` : null,
  );
  check<Outcome<number>>(wish.budget, entry.price, '', (price, most) =>
    !price.known
      ? price.reason
      : price.value > most
        ? `${shown(price.value - most, 2)} ${entry.currency} over the budget`
        : null,
  );
  return told;
}
