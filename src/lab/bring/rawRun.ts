import { DATES_FROM_S } from '@/core/joining/evening';
import { isMissing, presentMean } from '@/core/missing';
import { NEW_RUN, type Run } from '@/core/runs/run';
import { channelOf, type MadeRun } from './makeRawRun';
import type { RawRunsPlan } from './rawRunsSchema';

/** A run cut from raw logs, whoever keeps it: as logged, and the room as it was typed where no log has it. */
export function rawRun(
  { plan, channels, noiseDb }: Omit<MadeRun, 'reduction'>,
  room: RawRunsPlan['room'],
): Run {
  const speeds = channelOf(channels, 'fan_rpm');
  const rpm = speeds ? presentMean(speeds) : Number.NaN;
  const isTyped = !channelOf(channels, 'ambient_c');
  return {
    ...NEW_RUN,
    mount: plan.mount,
    pass: plan.pass,
    loadW: plan.loadW,
    loadName: plan.loadName,
    gpuLoadW: plan.gpuLoadW,
    setting: plan.setting,
    control: 'fixed',
    noiseDb,
    floorDb: plan.floorDb,
    typedAmbientC: isTyped ? (room?.ambientC ?? null) : null,
    ambientDoubtK: isTyped ? (room?.doubtK ?? null) : null,
    rpm: isMissing(rpm) ? null : Math.round(rpm),
    startedAt: plan.fromS > DATES_FROM_S ? new Date(plan.fromS * 1000).toISOString().slice(0, 19) : '',
  };
}
