import type { EntryCurve } from '@/core/curves/entryCurve';
import type { KelvinWorth } from '@/core/judgement/kelvinWorth';
import type { Outcome } from '@/core/outcome';
import type { WithInterval } from '@/core/judgement/perSone';
import type { Response } from '@/core/responses/responses';
import type { DetailRule, EntryDetail } from '@/core/judgement/entryDetail';
import type { PlanSheet } from '@/core/plan/planSheet';
import type { PlacedEntry } from '@/core/ranking/rankAtLine';

export interface JudgedItem {
  entry: string;
  product: string;
  position: number;
  placed: PlacedEntry;
  detail: EntryDetail;
  curve: EntryCurve;
  mounts: number;
  passes: number;
  price: Outcome<number>;
  /** Conductance for each sone at the line, W/K, or why it cannot be told. */
  perSone: Outcome<WithInterval>;
}

/** What the numbers can bear, at one line and load. */
export interface JudgementData {
  roundUpId: number;
  lineDb: number;
  loads: { key: string; label: string }[];
  load: string;
  /** What is judged, and what else there is. */
  response: Pick<Response, 'id' | 'name' | 'unit' | 'decimals' | 'better'>;
  isRise: boolean;
  place: string;
  responses: { id: string; name: string }[];
  places: string[];
  rule: DetailRule;
  control: string;
  /** Standard uncertainty that all rises of the rig share, K: it counts in absolute claims. */
  sharedRiseK: number;
  items: JudgedItem[];
  notPlaced: { entry: string; product: string; reason: string }[];
  crossings: { atDb: number; belowDb: number; aboveDb: number; below: string; above: string }[];
  worths: { name: string; unit: string; worth: Outcome<KelvinWorth> }[];
  currency: string;
  plan: { version: number; body: PlanSheet } | null;
}
