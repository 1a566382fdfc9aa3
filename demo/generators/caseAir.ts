import type { CasePlace, LayoutFan } from '@/core/cases/layout';
import { addLevels } from '@/core/levels/addLevels';

/** What is in the case beside its fans. */
export interface CaseInside {
  /** From die to the air at its cooler, K/W; a radiator is the better one, and blows nothing over the board. */
  dieKPerW: number;
  cardKPerW: number;
  isLiquid: boolean;
}

export interface CaseRises {
  die: number;
  card: number;
  regulators: number;
  air: number;
}

/** One 120 mm fan of the case at full speed behind its grille. */
const FAN_M3_PER_H = 62;
const FAN_FULL_DB = 33.5;
const DB_PER_DECADE = 50;
/** Card, pump and power supply, at the meter. */
const REST_DB = 24.5;

/** Heat that a cubic metre of air takes for each kelvin, J. */
const AIR_J_PER_M3K = 1206;
const SECONDS_PER_H = 3600;
/** What gets in or out by seams where fans blow against each other. */
const LEAK_SHARE = 0.4;

/** How much of the case's warm air reaches the cooler and the card without any fan near them. */
const MIX = { die: 0.85, card: 0.95 };

/** What a fan at each place spares cooler and card of the case's own air, for its share of the stream. */
const SPARES: Record<CasePlace, { die: number; card: number }> = {
  front: { die: 0.3, card: 0.35 },
  top: { die: 0.45, card: 0.05 },
  rear: { die: 0.55, card: 0.1 },
  bottom: { die: -0.5, card: 1.15 },
  side: { die: 0.1, card: 0.55 },
  radiator: { die: 0.2, card: 0 },
};

function blows({ place, direction }: LayoutFan): boolean {
  // Behind and above a fan helps by drawing out, elsewhere by bringing in.
  return (direction === 'out') === (place === 'rear' || place === 'top' || place === 'radiator');
}

/**
 * Rises over the room when all has soaked: two heat sources in one stream of air that mixes, each spared as far as fans
 * near it bring fresh air or draw the warm off. K.
 */
export function caseRises(
  layout: readonly LayoutFan[],
  inside: CaseInside,
  loads: { dieW: number; cardW: number },
  duty: number,
): CaseRises {
  const flowOf = (direction: LayoutFan['direction']) =>
    layout.filter((fan) => fan.direction === direction).length * FAN_M3_PER_H * duty;
  const [into, out] = [flowOf('in'), flowOf('out')];
  const through = Math.min(into + LEAK_SHARE * out, out + LEAK_SHARE * into);
  const air = (SECONDS_PER_H * (loads.dieW + loads.cardW)) / (AIR_J_PER_M3K * Math.max(10, through));
  const share = (part: 'die' | 'card') =>
    layout.reduce(
      (sum, fan) => sum + (blows(fan) ? 1 : -0.4) * SPARES[fan.place][part] * Math.sqrt(1 / layout.length),
      0,
    );
  const mixed = (part: 'die' | 'card') => Math.max(0.12, MIX[part] - 0.45 * share(part)) * 2.1;
  const top = layout.filter((fan) => fan.place === 'top' || fan.place === 'rear').filter(blows).length;
  return {
    die: inside.dieKPerW * loads.dieW + mixed('die') * air,
    card: inside.cardKPerW * loads.cardW + mixed('card') * air,
    regulators: 0.09 * loads.dieW + 1.7 * air + (inside.isLiquid ? 7 : 0) - 1.6 * top,
    air,
  };
}

/** Level at the meter, dB(A): fans at the top open towards who listens. */
export function caseLevelDb(layout: readonly LayoutFan[], duty: number): number {
  const fans = layout.map(
    ({ place }) => FAN_FULL_DB + DB_PER_DECADE * Math.log10(duty) + (place === 'top' ? 1.2 : 0),
  );
  return addLevels([REST_DB, ...fans]);
}
