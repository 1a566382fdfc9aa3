import type { EntryCurve } from '@/core/curves/entryCurve';
import type { FrontStanding } from '@/core/judgement/priceFront';
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
  price: number | null;
}

/** What the numbers can bear, at one line and load. */
export interface JudgementData {
  roundUpId: number;
  lineDb: number;
  loads: { key: string; label: string }[];
  load: string;
  rule: DetailRule;
  control: string;
  items: JudgedItem[];
  notPlaced: { entry: string; product: string; reason: string }[];
  crossings: { atDb: number; below: string; above: string }[];
  front: FrontStanding[];
  currency: string;
  plan: { version: number; body: PlanSheet } | null;
}
