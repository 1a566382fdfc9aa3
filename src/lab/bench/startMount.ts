import { isWithoutHeat, placesRead } from '@/core/brief/brief';
import { isIdle, loadLabel } from '@/core/runs/load';
import { beginMount } from '@/core/bench/benchState';
import { settingKind } from '@/core/bench/settingDuty';
import type { Mounting, PlannedPoint } from '@/core/plan/mountings';
import { layPlan } from '@/core/plan/laidPlan';
import { soakMinutes, warmUpMinutes } from '@/core/plan/planSettings';
import { insertSession, openSession } from '@/database/bench/bench';
import { inTransaction } from '@/database/pool';
import { readSheet } from '@/database/lineUp/sheets';
import { getRoundUp } from '@/database/roundUps/roundUps';
import { briefOf } from '../planning/briefView';
import { viewPlan, type PlanView } from '../planning/planView';
import { Refused } from '../refusal';

const READING_S = 30;
/** A soak that takes so many times what was planned is ended as it is. */
const SOAKS = 3;

export interface Now {
  day: string;
  minute: number;
}

/** Below this a pump may stand still, %. */
const LEAST_PUMP_PCT = 20;

export function layNow(plan: PlanView, now: Now) {
  return layPlan(plan.sheet.body, { ...plan, now });
}

/** A pump that stands still carries no heat: only idle may it be stopped. */
function turnsUnderLoad(point: PlannedPoint): boolean {
  const kind = settingKind(point.setting);
  const pump = kind.kind === 'duty' && kind.apart.find(({ channel }) => channel === 'pump');
  return isIdle(point) || !pump || pump.dutyPct >= LEAST_PUMP_PCT;
}

function pointsOf(
  mounting: Mounting,
  isDone: (mounting: Mounting, point: Mounting['points'][number]) => boolean,
): PlannedPoint[] {
  return mounting.points
    .filter((point) => !isDone(mounting, point))
    .map((point) => {
      if (settingKind(point.setting).kind === 'unreadable')
        throw new Refused(
          `“${point.setting}” is no setting that the bench can make: a duty as “56 %”, a level as “33 dB(A)”, “automatic”, “stopped” or “fixed” is; change it in Plan`,
        );
      if (!turnsUnderLoad(point))
        throw new Refused(
          `“${point.setting}” at ${loadLabel(point)} stops the pump under load: nothing would carry the heat away. Read a pump’s share idle`,
        );
      return point;
    });
}

/**
 * Puts a mount of the plan on the rig, with all of its points that are still to be measured. Refused while another is
 * on it, or where nothing is left to measure.
 */
export async function startMount(
  roundUpId: number,
  mountingId: string,
  now: Now,
  recordsSound = false,
): Promise<number> {
  const plan = await viewPlan(roundUpId, now.day);
  if (!plan || plan.sheet.version === 0) throw new Refused('there is no plan yet: write one first');
  const laid = layNow(plan, now);
  if (laid.problems.length > 0) throw new Refused(`the plan cannot be run: ${laid.problems[0]!.message}`);
  const mounting = laid.order.find((mounting) => mounting.id === mountingId);
  if (!mounting) throw new Refused('the plan has no such mount any more: load the page again');
  const points = pointsOf(mounting, laid.isDone);
  if (points.length === 0) throw new Refused('all of this mount is measured');
  const entry = plan.entries.find((entry) => entry.entry === mounting.entry)!;
  const { settings } = plan.sheet.body;
  return inTransaction(async (db) => {
    const roundUp = (await getRoundUp(db, roundUpId))!;
    const setup = await readSheet(db, 'rig-setup', roundUp.rigRevisionId);
    const open = await openSession(db);
    if (open) throw new Refused(`${open.state.name} is on the rig. End that mount, then start this one`);
    const brief = (await briefOf(db, roundUpId))!.body;
    const places = placesRead(brief);
    const isCold = isWithoutHeat(brief);
    if (isCold && places.length === 0)
      throw new Refused('the brief names no place where fans are read: name one there first');
    const state = beginMount({
      entry: mounting.entry,
      name: entry.name,
      mount: mounting.mount,
      isControl: mounting.isControl,
      points,
      places,
      underHeat: !isCold,
      nowS: 0,
    });
    const rule = {
      windowS: roundUp.windowS,
      limitC: roundUp.rig.limitC,
      powerAt: roundUp.rig.powerAt,
      cardLimitC: setup?.body.cardLimitC ?? null,
      regulatorLimitC: setup?.body.regulatorLimitC ?? null,
      warmUpS: 60 * warmUpMinutes(entry, settings),
      readingS: READING_S,
      ...(isCold ? { airOnly: true } : {}),
      ...(recordsSound ? { recordsSound } : {}),
      longestSoakS: SOAKS * 60 * soakMinutes(entry, settings),
    };
    return insertSession(db, { roundUpId, mounting: mountingId, state, rule }).catch((error: unknown) => {
      if ((error as { code?: string }).code === '23505')
        throw new Refused('a mount was put on the rig just now');
      throw error;
    });
  });
}
