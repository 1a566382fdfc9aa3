import { plural } from '@/core/words';
import { checkHolds, checkOffset, isOverdue } from '@/core/rig/instrument';
import {
  listEvenings,
  listLent,
  listWithoutReceipt,
  listOldPrices,
  listRigDesks,
  type Evening,
  type LentSample,
  type RigDesk,
} from '@/database/lab/labDesk';
import { withDatabase } from '@/database/pool';
import { rigTrouble } from '../drift/watchView';
import { viewRoundUp } from '../model/roundUpView';
import { dayWords } from '@/core/timeWords';

/** What wants doing in the lab, with where it is done. */
export interface Due {
  says: string;
  href: string;
  isBad: boolean;
}

export interface DeskView {
  due: Due[];
  rigs: { rig: string; says: string; isWell: boolean; href: string | null }[];
  evenings: Evening[];
}

const DAY_MS = 86_400_000;
const EVENINGS = 5;
/** A check of the day older than this, on a rig that ran since, is due, days. */
const CHECK_DAYS = 14;
const PRICE_DAYS = 31;
/** A sample that goes back within this is due, days. */
const RETURN_DAYS = 14;
/** A receipt is asked for as long as a purchase can be booked, days. */
const RECEIPT_DAYS = 90;
const MOST_RIGS = 6;
const MOST_NAMED = 3;

const before = (today: string, days: number) =>
  new Date(Date.parse(today) - days * DAY_MS).toISOString().slice(0, 10);

/** What a rig's own book says is due. */
function bookDue({ rig, book, lastRun, roundUpId }: RigDesk, today: string): Due[] {
  const href = roundUpId === null ? '/' : `/round-ups/${roundUpId}/rig`;
  const due: Due[] = [];
  const add = (says: string, isBad = false) => due.push({ says: `${rig}: ${says}`, href, isBad });
  for (const instrument of book?.instruments ?? [])
    if (isOverdue(instrument, today))
      add(`the calibration of ${instrument.name} ran out on ${dayWords(instrument.dueOn)}`, true);
  const checks = [...(book?.checks ?? [])]
    .filter(({ kind }) => kind === 'calibrator')
    // The newest first as they were noted, also within a day.
    .sort((a, b) => (a.on < b.on ? 1 : a.on > b.on ? -1 : 0));
  const [last] = checks;
  if (last && !checkHolds(last))
    add(`the meter was off by ${checkOffset(last).toFixed(1)} dB on ${dayWords(last.on)}`, true);
  const isUsed = lastRun >= before(today, CHECK_DAYS);
  if (isUsed && (!last || last.on < before(today, CHECK_DAYS)))
    add(
      last
        ? `the meter was last checked on ${dayWords(last.on)}`
        : 'the meter was never checked by a calibrator',
    );
  return due;
}

const searchFor = (product: string) => `/search?q=${encodeURIComponent(product)}`;

function namedSamples(samples: readonly { product: string; label: string }[]): string {
  const named = samples.slice(0, MOST_NAMED).map(({ product, label }) => `${product} ${label}`);
  const more = samples.length > MOST_NAMED ? ` and ${samples.length - MOST_NAMED} more` : '';
  return `${named.join(', ')}${more}`;
}

/** Lent samples: each by its day where that is near or past, the others together. */
function lentDue(lent: readonly LentSample[], today: string): Due[] {
  const soon = before(today, -RETURN_DAYS);
  const dated = lent.filter(({ returnOn }) => returnOn !== '' && returnOn <= soon);
  const open = lent.filter(({ returnOn }) => returnOn === '');
  const due = dated.map(({ product, label, lender, returnOn }) => {
    const isLate = returnOn < today;
    const to = lender ? ` to ${lender}` : '';
    const says = `${isLate ? 'should have gone back' : 'goes back'}${to} on ${dayWords(returnOn)}`;
    return { says: `${product} ${label} ${says}`, href: searchFor(product), isBad: isLate };
  });
  if (open.length === 0) return due;
  const says = `lent samples to send back: ${namedSamples(open)}`;
  return [...due, { says, href: searchFor(open[0]!.product), isBad: false }];
}

/** The lab at a glance: what is due, how its rigs are, and its last evenings. */
export async function viewDesk(today: string): Promise<DeskView> {
  const { rigs, evenings, lent, unbooked, prices } = await withDatabase(async (db) => ({
    rigs: await listRigDesks(db),
    evenings: await listEvenings(db, EVENINGS),
    lent: await listLent(db),
    unbooked: await listWithoutReceipt(db, before(today, RECEIPT_DAYS)),
    prices: await listOldPrices(db, before(today, PRICE_DAYS)),
  }));
  const due = rigs.flatMap((rig) => bookDue(rig, today));
  const health: DeskView['rigs'] = [];
  for (const { rig, roundUpId, lastRun } of rigs.slice(0, MOST_RIGS)) {
    const view = roundUpId === null ? null : await viewRoundUp(roundUpId);
    const trouble = view && (await rigTrouble(view));
    const doubt = trouble?.doubt ?? null;
    const href = roundUpId === null ? null : `/round-ups/${roundUpId}/rig/watch`;
    const ran = lastRun === '' ? 'never ran' : `last ran ${dayWords(lastRun)}`;
    if (doubt)
      due.push({
        says: `${rig}: the control ${doubt.product} was out of range, ${plural(doubt.counting.length + doubt.held.length, 'run is', 'runs are')} suspect`,
        ...{ href: href!, isBad: true },
      });
    const meterRuns = trouble?.meterRuns ?? 0;
    if (meterRuns > 0)
      due.push({
        says: `${rig}: ${plural(meterRuns, 'run that counts was', 'runs that count were')} read while the meter was off`,
        ...{ href: href!, isBad: true },
      });
    const ails = [doubt ? 'its control was out of range' : '', meterRuns > 0 ? 'its meter was off' : ''];
    health.push({ rig, href, isWell: !trouble, says: [ran, ...ails].filter(Boolean).join(', ') });
  }
  due.push(...lentDue(lent, today));
  if (unbooked.length > 0)
    due.push({
      says: `${plural(unbooked.length, 'bought sample has', 'bought samples have')} no receipt recorded: ${namedSamples(unbooked)}`,
      ...{ href: searchFor(unbooked[0]!.product), isBad: false },
    });
  for (const { roundUpId, title, entries } of prices.slice(0, MOST_NAMED))
    due.push({
      says: `${title}: ${entries} ${entries === 1 ? 'price is' : 'prices are'} older than a month`,
      ...{ href: `/round-ups/${roundUpId}/verdict/value`, isBad: false },
    });
  return { due: due.sort((a, b) => Number(b.isBad) - Number(a.isBad)), rigs: health, evenings };
}
