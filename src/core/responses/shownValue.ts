/** What a run came to for a response, as its page shows it. */
export interface ShownValue {
  name: string;
  /** Where spot readings were taken; empty for all else. */
  place: string;
  value: number;
  /** Largest in the window; null where no log tells. */
  maximum: number | null;
  unit: string;
  decimals: number;
  /** Why it supports no curve; empty where it does. */
  unsettledReason: string;
}
