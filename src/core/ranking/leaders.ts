/** Who leads a round-up at its own line and first load, for the first page. */
export interface Leaders {
  load: string;
  /** What it ranks, where that is not the rise of the die: “Airspeed, 15 cm”. */
  what: string;
  unit: string;
  decimals: number;
  /** First three of the order. */
  first: {
    entry: string;
    product: string;
    position: number;
    placeFrom: number;
    placeTo: number;
    value: number;
    interval95: number;
  }[];
  /** Its curves, to be drawn in small: by the entry's position, along the axis. */
  sketch: { position: number; points: [number, number][] }[];
  /** Entries placed, and those that have no place there. */
  placed: number;
  notPlaced: number;
}
