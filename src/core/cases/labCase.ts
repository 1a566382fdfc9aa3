import { CASE_PLACES, USUAL_CASE, type CaseSide } from './layout';

/** A side of a case that the lab keeps. */
export interface LabCaseSide extends CaseSide {
  /** Longest radiator that it takes, mm; null where none or not noted. */
  radiatorMm: number | null;
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
    sides: USUAL_CASE.map((side) => ({ ...side, radiatorMm: null })),
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
  return twice ? `the ${twice} stands twice in its list of places` : null;
}

/** What of a cooler as configured needs room. */
export interface NeedsRoom {
  heightMm: number | null;
  memoryClearanceMm: number | null;
}

/**
 * What of a cooler does not go into a case, in words; empty where it goes, or where one of the two was not noted.
 *
 * @example roomInCase({ heightMm: 168, memoryClearanceMm: null }, { ...usualCase('Baúl'), coolerHeightMm: 160 }) →
 * ['168 mm high, and Baúl has room for 160 mm']
 */
export function roomInCase({ heightMm, memoryClearanceMm }: NeedsRoom, room: LabCase): string[] {
  const told: string[] = [];
  if (heightMm !== null && room.coolerHeightMm !== null && heightMm > room.coolerHeightMm)
    told.push(`${heightMm} mm high, and ${room.name} has room for ${room.coolerHeightMm} mm`);
  if (memoryClearanceMm !== null && room.memoryHeightMm !== null && memoryClearanceMm < room.memoryHeightMm)
    told.push(
      `leaves ${memoryClearanceMm} mm for memory, and that in ${room.name} stands ${room.memoryHeightMm} mm high`,
    );
  return told;
}
