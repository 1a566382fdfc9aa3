import type { AwardOffer } from '@/core/verdict/awards';
import type { Verdict } from '@/core/verdict/verdictSheet';
import type { KeptSheet } from '@/ui/form/useSheet';

/** A version as it was published. */
export interface PublishedVersion {
  version: number;
  /** As 2026-11-26, 18:30. */
  publishedAt: string;
  who: string;
  embargoUntil: string;
  isHeld: boolean;
  reason: string;
  changes: string[];
}

export interface SharedLink {
  token: string;
  version: number;
  endsAt: string;
  revokedAt: string;
  isOpen: boolean;
}

/** What a verdict is written with. */
export interface WriteData {
  roundUpId: number;
  sheet: KeptSheet<Verdict>;
  history: { id: number; changedAt: string; who: string; body: Verdict }[];
  entries: { entry: string; product: string; position: number }[];
  offers: AwardOffer[];
  sentences: string[];
  loads: { key: string; label: string }[];
  responses: { id: string; name: string }[];
  versions: PublishedVersion[];
  links: SharedLink[];
  /** Day that the brief names as the end of the embargo; empty where it names none. */
  embargo: string;
}
