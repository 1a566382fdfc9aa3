import { resolve } from 'node:path';
import { fullScaleFrom } from '@/core/sound/recording/calibration';
import { soundReport, type SoundReport } from '@/core/sound/soundReport';
import { UnusableInput } from '@/formats/problem';
import { hearWav, type HeardWav } from '@/lab/sound/hearWav';
import { callerFolder, numberFlag, readArguments, runCommand, UsageError } from './arguments';

const USAGE =
  './abanico sound WAV [--calibration WAV] [--calibrator-db 94] [--full-scale-db DB] [--tones HZ,HZ] [--channel N] [--json]';

const rounded = (value: number | null, decimals: number) =>
  value === null ? null : Number(value.toFixed(decimals));

function asJson(report: SoundReport, { durationS, clippedSamples }: HeardWav) {
  const { relativeDb } = report;
  return {
    laeqDb: rounded(report.laeqDb, 2),
    lzeqDb: rounded(report.lzeqDb, 2),
    ...(relativeDb === null ? {} : { relativeDb: rounded(relativeDb, 2) }),
    thirdOctavesDb: Object.fromEntries(
      Object.entries(report.thirdOctavesDb).map(([hz, level]) => [hz, rounded(level, 2)]),
    ),
    loudnessSone: rounded(report.loudnessSone, 3),
    loudnessLevelPhon: rounded(report.loudnessLevelPhon, 2),
    ...(report.loudnessSone === null
      ? {
          why:
            relativeDb === null
              ? 'the recording does not reach 12.5 kHz: no loudness'
              : 'not calibrated: levels are relative to full scale, loudness is not available',
        }
      : {}),
    tones: report.tones.map((tone) => ({
      hz: rounded(tone.hz, 2),
      levelDb: rounded(tone.levelDb, 2),
      toneToNoiseDb: rounded(tone.toneToNoiseDb, 2),
      prominenceDb: rounded(tone.prominenceDb, 2),
      prominent: tone.prominent,
    })),
    clippedSamples,
    durationS: rounded(durationS, 3),
  };
}

function asText(report: SoundReport, { durationS, clippedSamples, notes }: HeardWav): string {
  const lines = [
    `${durationS.toFixed(1)} s${clippedSamples > 0 ? `, ${clippedSamples} samples clipped` : ''}`,
    report.laeqDb === null
      ? `${report.relativeDb!.toFixed(1)} dB(A) re full scale: not calibrated, so no level and no loudness`
      : `LAeq ${report.laeqDb.toFixed(1)} dB(A), LZeq ${report.lzeqDb!.toFixed(1)} dB${report.loudnessSone === null ? '' : `, ${report.loudnessSone.toFixed(2)} sone, ${report.loudnessLevelPhon!.toFixed(1)} phon`}`,
    '',
    ...Object.entries(report.thirdOctavesDb).map(
      ([hz, level]) => `${hz.padStart(6)} Hz  ${level === null ? '–' : level.toFixed(1)} dB`,
    ),
  ];
  for (const tone of report.tones)
    lines.push(
      `${tone.prominent ? 'a prominent tone' : 'a tone'} at ${tone.hz.toFixed(1)} Hz, ${tone.levelDb.toFixed(1)} dB: ${tone.toneToNoiseDb.toFixed(1)} dB over the noise of its band, prominence ${tone.prominenceDb.toFixed(1)} dB`,
    );
  return [...lines, ...notes].join('\n');
}

/** What full scale stands for, dB, by a calibrator's recording or as stated; null where neither is given. */
async function fullScaleDb(flag: (name: string) => string | undefined): Promise<number | null> {
  const stated = numberFlag('full-scale-db', flag('full-scale-db'));
  const recording = flag('calibration');
  if (stated !== undefined && recording !== undefined)
    throw new UsageError('--calibration or --full-scale-db: one of the two');
  if (recording === undefined) return stated ?? null;
  const heard = await hearWav(resolve(callerFolder(), recording), recording, 0);
  const found = fullScaleFrom(
    heard.spectrum,
    heard,
    numberFlag('calibrator-db', flag('calibrator-db')) ?? 94,
  );
  if (!found.known) throw new UnusableInput({ file: recording, message: found.reason });
  return found.value;
}

void runCommand(async () => {
  const text = { type: 'string' } as const;
  const { values, path } = readArguments(USAGE, {
    ...{ calibration: text, 'calibrator-db': text, 'full-scale-db': text, tones: text, channel: text },
    json: { type: 'boolean' },
  });
  const flag = (name: string) => values[name] as string | undefined;
  const channel = numberFlag('channel', flag('channel')) ?? 1;
  if (!(Number.isInteger(channel) && channel >= 1))
    throw new UsageError(`--channel: 1, 2, … expected, got ${channel}`);
  const wanted = (flag('tones') ?? '')
    .split(',')
    .filter((part) => part.trim() !== '')
    .map((part) => numberFlag('tones', part)!);
  const scale = await fullScaleDb(flag);
  const heard = await hearWav(resolve(callerFolder(), path), path, channel - 1);
  const report = soundReport(heard.spectrum, scale, wanted);
  if (values.json) for (const note of heard.notes) process.stderr.write(`abanico: ${note}\n`);
  process.stdout.write(
    `${values.json ? JSON.stringify(asJson(report, heard), null, 2) : asText(report, heard)}\n`,
  );
});
