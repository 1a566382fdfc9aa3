import type { Brief } from '@/core/brief/brief';
import { departures, methodDone } from '@/core/brief/methodDone';
import { questionOf } from '@/core/brief/questions';
import { choiceOf } from '@/core/brief/schools';
import type { InstrumentDoubt } from '@/core/rig/instrumentDoubt';
import type { LabRun } from '@/core/runs/labRun';
import { plural, span } from '@/core/words';
import type { RoundUp } from '@/database/roundUps';

/** The method in sentences, made from what was really measured at one load, in the words of the question. */
export function methodSentences(
  of: { roundUp: RoundUp; entries: readonly { entry: string; isControl: boolean }[]; instruments: InstrumentDoubt },
  brief: Brief,
  at: { runs: readonly LabRun[]; label: string; program: boolean; lineDb: number },
): string[] {
  const { rig, windowS, referenceAmbientC } = of.roundUp;
  const bench = rig.enclosure === 'open' ? 'an open bench' : `a bench of the kind "${rig.enclosure}"`;
  const counting = at.runs.filter((run) => run.setAside === '');
  const { many, label } = questionOf(brief.question);
  const what = brief.question === 'coolers' ? `${label}; fans ${choiceOf('fans', brief.schools.fans.choice).label}` : label;
  const restated = at.program ? 'with the watts that the program drew' : 'restated at the nominal load from the power that really flowed';
  const sentences = [
    `${what}: ${many} at ${at.label} on ${bench} (${rig.name}, revision ${rig.revision}), compared at equal noise: ${at.lineDb.toFixed(1)} dB(A) at ${rig.meterDistanceCm} cm, with the room's own noise taken off by energy.`,
    `Each figure is the mean rise of the die over room air in the last ${Math.round(windowS / 60)} min of a settled soak, ${restated}; between fan settings it is interpolated, never beyond them.`,
  ];
  const done = methodDone({ loads: [] }, at.runs, of.entries);
  if (done && done.withoutDie === done.runs) sentences[1] = 'No die was measured: the figures of these runs are ranked in Curves.';
  if (done) {
    const mounts = new Set(counting.map((run) => `${run.entry}|${run.mount}`)).size;
    sentences.push(
      `${plural(done.runs, 'run')} over ${plural(mounts, 'mount')} of ${plural(done.measured, 'entry', 'entries')}; the room stood at ${done.roomC ? `${span(done.roomC, 1)} °C and ` : ''}${span(done.floorDba, 1)} dB(A).`,
    );
  }
  const departed = done ? departures(brief, done) : [];
  if (departed.length > 0) sentences.push(`Otherwise than planned: ${departed.join('; ')}.`);
  sentences.push(
    `± is the 95 % interval, from the spread of passes and mounts and what the instruments leave in doubt (${of.instruments.from.join('; ')}); what all share, the meter's ± ${(of.instruments.sharedLevelDb * Math.sqrt(3)).toFixed(1)} dB and the sensors' ± ${(of.instruments.sharedRiseK * Math.sqrt(3)).toFixed(1)} K, moves all alike and is not in it.`,
    `Places are ranges: who cannot be told apart by the simultaneous 95 % critical difference (Tukey–Kramer) shares them. Restated temperatures are for a room of ${referenceAmbientC} °C and a limit of ${rig.limitC} °C. Levels from another room, distance or a maker's box cannot be set beside these.`,
  );
  return sentences;
} // prettier-ignore
