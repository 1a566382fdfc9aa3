/** Who leads a round-up at its own line and first load, for the first page. */
export interface Leaders {
  load: string;
  /** First three of the order. */
  first: {
    entry: string;
    product: string;
    position: number;
    placeFrom: number;
    placeTo: number;
    riseK: number;
    interval95K: number;
  }[];
  /** Entries placed, and those that have no place there. */
  placed: number;
  notPlaced: number;
}
