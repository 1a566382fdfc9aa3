import type { ReadersCopy } from '@/contracts/readersCopy';
import { headToHead, pairAnswer, type PairRow } from '@/core/judgement/pairs/headToHead';
import { otherConditions, pairConditions } from '@/core/judgement/pairs/pairConditions';
import { pairCrossing } from '@/core/judgement/pairs/pairCrossing';
import { sideColumns } from '@/core/ranking/sideColumns';
import { rankWays } from '@/core/ranking/ways';
import { isIdle } from '@/core/runs/load';
import type { Choice } from './choice';

/** Two entries as a reader set them against one another. */
export interface ReadersPair {
  one: string;
  other: string;
  answer: string;
  otherwise: string;
  rows: PairRow[];
}

/** All that one axis of the rise has, load by load; empty where no die was measured. */
const riseLoads = ({ orders }: ReadersCopy, against: 'noise' | 'rpm' | 'duty') =>
  orders.find(({ response, ...order }) => response.throttles && order.against === against)?.loads ?? [];

/** Is one better than the other? At every load, line, way and by all that both were measured by, held together; null without a pair. */
export function pairOf(copy: ReadersCopy, choice: Choice, lineDb: number): ReadersPair | null {
  const { one, other } = choice;
  if (one === '' || other === '' || one === other) return null;
  const pair = [one, other] as const;
  const loads = riseLoads(copy, 'noise');
  const chosen = loads.find(({ key }) => key === choice.load) ?? loads[0];
  const along = (against: 'rpm' | 'duty') =>
    riseLoads(copy, against).find(({ key }) => key === chosen?.key)?.curves ?? [];
  const rise = copy.orders.find(({ response }) => response.throttles)?.response;
  const idle = loads.find(({ load }) => isIdle(load));
  const rises =
    chosen && rise
      ? pairConditions(loads, pair, {
          ...{ response: rise, load: chosen.key, lineDb, linesDb: copy.noiseLinesDba },
          ways: rankWays(
            {
              ...{ rule: chosen.rule, curves: chosen.curves },
              ...{ bySpeed: along('rpm'), byDuty: along('duty') },
              idle: idle && idle !== chosen ? idle : null,
            },
            { lineDb },
          ).ways,
        })
      : [];
  const firstAlong = copy.orders.filter(
    (order, i) =>
      copy.orders.findIndex(
        ({ response, place }) => response.id === order.response.id && place === order.place,
      ) === i,
  );
  const columns = sideColumns(
    copy.entries.map(({ entry }) => entry),
    firstAlong,
    { by: 'noise', lineDb },
  );
  const rows = headToHead([...rises, ...otherConditions(columns, pair, lineDb)]);
  const nameOf = (entry: string) => copy.entries.find((each) => each.entry === entry)?.name ?? entry;
  return {
    ...{ one, other, rows },
    ...pairAnswer(rows, [nameOf(one), nameOf(other)], pairCrossing(chosen?.curves ?? [], pair, rows.length)),
  };
}
