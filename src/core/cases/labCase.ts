import type { ConfiguredSize } from '../lineUp/configuredSize';
import { CASE_PLACES, USUAL_CASE, type CasePlace, type CaseSide } from './layout';

/** A side of a case that the lab keeps. */
export interface LabCaseSide extends CaseSide {
  /** Longest radiator that it takes, mm; null where none or not noted. */
  radiatorMm: number | null;
  /** Room there for a radiator with its fans, from face to face, mm; null where not noted. */
  radiatorDepthMm: number | null;
}

/** A case of the lab: a rig stands in it by its name, as the rig's enclosure. */
export interface LabCase {
  name: string;
  /** Room for a cooler over the board, for memory under it, and for a graphics card, mm. */
  coolerHeightMm: number | null;
  memoryHeightMm: number | null;
  cardLengthMm: number | null;
  sides: LabCaseSide[];
}

/** The enclosure of a rig whose parts move from case to case, where whole cases are compared: an entry's case is its product. */
export const OWN_CASE = 'each in its own case';

const sameName = (a: string, b: string) => a.trim().toLowerCase() === b.trim().toLowerCase();

/**
 * The case that a product is compared in: that of its name where each stands in its own, else that of the rig; null where the lab has not noted it.
 *
 * @example caseFor([usualCase('Baúl')], 'baúl', 'anything').name → 'Baúl'
 */
export function caseFor(cases: readonly LabCase[], enclosure: string, product: string): LabCase | null {
  const wanted = enclosure === OWN_CASE ? product : enclosure;
  return cases.find(({ name }) => sameName(name, wanted)) ?? null;
}

/**
 * Which of a round-up's cases stand on a rig: on one that is in a case of the line-up that case alone, on any other all of them.
 *
 * @example standingIn('Baúl', ['Baúl', 'Cofre']) → ['Baúl']
 *
 * @param products names of the products of the line-up
 */
export function standingIn(enclosure: string, products: readonly string[]): string[] {
  const own = products.filter((product) => sameName(product, enclosure));
  return own.length > 0 ? own : [...products];
}

/**
 * A case of which only the name is known, with the places of a usual one to begin from.
 *
 * @example usualCase('Baúl').sides.length → 6
 */
export function usualCase(name: string): LabCase {
  return {
    name,
    coolerHeightMm: null,
    memoryHeightMm: null,
    cardLengthMm: null,
    sides: USUAL_CASE.map((side) => ({ ...side, radiatorMm: null, radiatorDepthMm: null })),
  };
}

/**
 * What no case can be, in words; null where it can.
 *
 * @example caseProblem({ ...usualCase('Baúl'), sides: [] }) → 'the case needs a place for a fan'
 */
export function caseProblem({ name, sides }: LabCase): string | null {
  if (name.trim() === '' || name.trim().toLowerCase() === 'open')
    return 'the case needs a name, and “open” is the bench without one';
  if (sides.length === 0) return 'the case needs a place for a fan';
  const places = sides.map((side) => side.place);
  const twice = CASE_PLACES.find((place) => places.filter((other) => other === place).length > 1);
  return twice ? `the ${twice} is listed twice among its places` : null;
}

/** What of a cooler as configured needs room. */
export type NeedsRoom = Pick<
  ConfiguredSize,
  'heightMm' | 'memoryClearanceMm' | 'radiatorMm' | 'radiatorDepthMm' | 'isLoop'
>;

/**
 * The side of a case that takes a radiator with its fans: the first that is long and deep enough, as far as both are known.
 *
 * @example radiatorSide({ radiatorMm: 280, radiatorDepthMm: null }, usualCase('Baúl')) → null
 */
export function radiatorSide(
  { radiatorMm, radiatorDepthMm }: Pick<NeedsRoom, 'radiatorMm' | 'radiatorDepthMm'>,
  { sides }: LabCase,
): CasePlace | null {
  if (radiatorMm === null) return null;
  const takes = sides.find(
    (side) =>
      side.radiatorMm !== null &&
      side.radiatorMm >= radiatorMm &&
      (radiatorDepthMm === null || side.radiatorDepthMm === null || side.radiatorDepthMm >= radiatorDepthMm),
  );
  return takes?.place ?? null;
}

/** Where no side of a case takes a radiator, in words; empty where one does, or nothing is noted of either. */
function radiatorInCase({ radiatorMm, radiatorDepthMm }: NeedsRoom, { name, sides }: LabCase): string[] {
  const noted = sides.filter((side) => side.radiatorMm !== null);
  if (radiatorMm === null || noted.length === 0) return [];
  const isLongEnough = noted.filter((side) => side.radiatorMm! >= radiatorMm);
  const takes = noted.map((side) => `${side.place} ${side.radiatorMm} mm`).join(', ');
  if (isLongEnough.length === 0)
    return [`its radiator of ${radiatorMm} mm goes nowhere in ${name}: ${takes}`];
  const deep = isLongEnough.filter(
    (side) =>
      radiatorDepthMm === null || side.radiatorDepthMm === null || side.radiatorDepthMm >= radiatorDepthMm,
  );
  if (deep.length > 0) return [];
  const depths = isLongEnough.map((side) => `${side.place} ${side.radiatorDepthMm} mm`).join(', ');
  return [`its radiator with fans is ${radiatorDepthMm} mm deep, too much for ${name}: ${depths}`];
}

/**
 * What of a cooler does not go into a case, in words; empty where it goes, or where one of the two was not noted.
 *
 * @example roomInCase({ heightMm: 168, memoryClearanceMm: null, radiatorMm: null, radiatorDepthMm: null, isLoop: false }, { ...usualCase('Baúl'), coolerHeightMm: 160 }) →
 * ['168 mm high, and Baúl has room for 160 mm']
 */
export function roomInCase(size: NeedsRoom, room: LabCase): string[] {
  // A loop fits by its radiator: its block stands lower than any cooler, and under any memory.
  if (size.isLoop) return radiatorInCase(size, room);
  const { heightMm, memoryClearanceMm } = size;
  const told: string[] = [];
  if (heightMm !== null && room.coolerHeightMm !== null && heightMm > room.coolerHeightMm)
    told.push(`${heightMm} mm high, and ${room.name} has room for ${room.coolerHeightMm} mm`);
  if (memoryClearanceMm !== null && room.memoryHeightMm !== null && memoryClearanceMm < room.memoryHeightMm)
    told.push(
      `leaves ${memoryClearanceMm} mm for memory, and that in ${room.name} stands ${room.memoryHeightMm} mm high`,
    );
  return told;
}
