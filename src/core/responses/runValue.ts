/** What one run comes to for one response. */
export interface RunValue {
  value: number;
  /** Whether it may support a curve, and why not where it may not. */
  settled: boolean;
  unsettledReason: string;
  /** What the settling fit sees the mean short of its end, in the response's unit; 0 where there is none to see. */
  shortfall: number;
}

export const steady = (value: number): RunValue => ({
  value,
  settled: true,
  unsettledReason: '',
  shortfall: 0,
});
