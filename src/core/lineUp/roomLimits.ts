import type { Outcome } from '../outcome';
import type { ConfiguredSize } from './configuredSize';

/** What a machine has room and money for; null or empty where that is left open. */
export interface RoomLimits {
  heightMm: number | null;
  memoryMm: number | null;
  fanThicknessMm: number | null;
  radiatorMm: number | null;
  /** Room for a radiator with its fans, from face to face. */
  radiatorDepthMm: number | null;
  socket: string;
  budget: number | null;
  /** Of the budget. */
  currency: string;
}

export const NO_LIMITS: Omit<RoomLimits, 'currency'> = {
  ...{ heightMm: null, memoryMm: null, fanThicknessMm: null, radiatorMm: null, radiatorDepthMm: null },
  ...{ socket: '', budget: null },
};

/** What is known of an entry that limits are held against. */
export interface Sized extends ConfiguredSize {
  sockets: readonly string[];
  /** In the currency of the budget. */
  price: Outcome<number>;
}

/** A limit that is surely missed, or one that is open because something of the entry is not known. */
export type Miss = { missed: string } | { open: string };

/** Sockets as a product names them: separated by commas or semicolons.
 *
 * @example socketList('S1, S2 ,') → ['S1', 'S2']
 */
export function socketList(text: string): string[] {
  return text
    .split(/[,;]/)
    .map((name) => name.trim())
    .filter(Boolean);
}

/** Room was asked for, but not for a radiator. */
export const NO_RADIATOR_ASKED = 'room for its radiator was not given';

const over = (mm: number) => `${Number(mm.toFixed(1))} mm`;

/**
 * Which limits an entry misses, and which are open for want of a size or a price; empty where all are kept or there is
 * none. A liquid cooler is held to the room for its radiator, whatever the height of its block; a case has no board
 * under it. Where the sides of a case say what radiators they take, that is asked of the case and not here.
 *
 * Example: A cooler of 168 mm against 160 mm: ‘168 mm tall, 8 mm too tall’.
 */
export function missedLimits(entry: Sized, limits: RoomLimits): Miss[] {
  const found: Miss[] = [];
  const check = (
    limit: number | null,
    value: number | null,
    name: string,
    wrong: (value: number, limit: number) => string | null,
  ) => {
    if (limit === null) return;
    if (value === null) found.push({ open: `${name} not recorded` });
    else {
      const missed = wrong(value, limit);
      if (missed !== null) found.push({ missed });
    }
  };
  const { heightMm, memoryMm, fanThicknessMm, radiatorMm } = limits;
  const asksRoom = heightMm !== null || memoryMm !== null || fanThicknessMm !== null;
  if (entry.isLoop && radiatorMm === null && asksRoom) found.push({ open: NO_RADIATOR_ASKED });
  if (entry.isLoop || entry.radiatorMm !== null) {
    check(limits.radiatorMm, entry.radiatorMm, 'radiator', (mm, most) =>
      mm > most ? `radiator ${mm} mm long, ${over(mm - most)} too long` : null,
    );
    check(limits.radiatorDepthMm, entry.radiatorDepthMm, 'depth of its radiator', (mm, most) =>
      mm > most ? `radiator with fans ${mm} mm deep, ${over(mm - most)} too deep` : null,
    );
  }
  if (!entry.isLoop && !entry.isCase) {
    check(limits.heightMm, entry.heightMm, 'height', (mm, most) =>
      mm > most ? `${mm} mm tall, ${over(mm - most)} too tall` : null,
    );
    check(limits.memoryMm, entry.memoryClearanceMm, 'RAM clearance', (mm, least) =>
      mm < least ? `leaves ${mm} mm for memory, ${over(least - mm)} too little` : null,
    );
    check(limits.fanThicknessMm, entry.fanThicknessMm, 'fan thickness', (mm, most) =>
      mm > most ? `fan ${mm} mm thick, ${over(mm - most)} too thick` : null,
    );
  }
  if (limits.socket !== '') {
    const asked = limits.socket.toLowerCase();
    if (entry.sockets.length === 0) found.push({ open: 'sockets not recorded' });
    else if (!entry.sockets.some((socket) => socket.toLowerCase() === asked))
      found.push({ missed: `does not fit ${limits.socket}` });
  }
  if (limits.budget !== null) {
    const { price } = entry;
    if (!price.known) found.push({ open: price.reason });
    else if (price.value > limits.budget)
      found.push({
        missed: `${(price.value - limits.budget).toFixed(2)} ${limits.currency} over the budget`,
      });
  }
  return found;
}

/**
 * Misses in words, those that are sure first.
 *
 * @example missWords([{ open: 'height not recorded' }, { missed: 'does not fit W9' }]) → ['does not fit W9', 'height not recorded']
 */
export function missWords(misses: readonly Miss[]): string[] {
  return [
    ...misses.flatMap((miss) => ('missed' in miss ? [miss.missed] : [])),
    ...misses.flatMap((miss) => ('open' in miss ? [miss.open] : [])),
  ];
}
