import type { MeasuredFan } from '@/core/air/fansAtWork';

/** What the page of fans against resistances is given: all that moves is computed from it in the browser. */
export interface AirData {
  roundUpId: number;
  title: string;
  noiseLineDba: number;
  meterDistanceCm: number;
  entries: { entry: string; product: string; position: number }[];
  fans: MeasuredFan[];
}
