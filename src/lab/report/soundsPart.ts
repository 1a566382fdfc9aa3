import { clipsToHear, playedGains } from '@/core/sound/recording/playback';
import { wavBytes } from '@/core/sound/recording/wavBytes';
import type { VerdictPart } from '@/core/verdict/verdictSheet';
import type { ReportPart } from '@/formats/report/reportData';
import { HEARD_S } from '../sound/bundleClips';
import type { Made } from './made';

/**
 * One clip of each entry, that nearest the noise line, cut short and at one gain, so that levels between them are as they were at the
 * microphone. What is not calibrated, or does not count, is not played.
 */
export function soundsPart(made: Made, part: VerdictPart, html: string): ReportPart {
  const { bundle, orders } = made;
  const line = part.what.at ?? bundle.dataPackage.method.noiseLineDba;
  const candidates = (bundle.heard?.clips ?? []).map(({ clip, judged }, id) => ({
    ...{ id, clip, judged, entry: clip.entry, setting: clip.setting, rpm: null },
    ...{ levelDba: judged.levelDba, fullScaleDb: judged.fullScaleDb, outOf: judged.outOf },
  }));
  const chosen = clipsToHear(candidates, 'line', line);
  const gains = chosen.length > 0 ? playedGains(chosen.map(({ fullScaleDb }) => fullScaleDb!)) : [];
  const clips = chosen.map(({ clip, judged }, i) => {
    const { samples, rateHz } = bundle.heard!.starts.get(clip.path)!;
    const gain = 10 ** (gains[i]! / 20);
    const entry = orders.find(clip.entry);
    const tone = judged.tones.find(({ prominent }) => prominent);
    return {
      name: `${entry?.name ?? clip.entry}, ${clip.setting}`,
      position: entry?.position ?? 0,
      line: [
        `${judged.levelDba!.toFixed(1)} dB(A) at the microphone`,
        judged.loudness.known ? `${judged.loudness.value.sone.toFixed(2)} sone` : '',
        tone?.sentence ?? 'no clear tone',
      ]
        .filter(Boolean)
        .join(', '),
      wav: wavBytes(
        samples.map((sample) => sample * gain),
        rateHz,
      ),
    };
  });
  const kb = Math.round(clips.reduce((sum, { wav }) => sum + wav.length, 0) / 1024);
  const note =
    clips.length === 0
      ? 'No clip is calibrated and counts.'
      : `Turn your volume down first. All play at one gain, so that levels between them are true; how loud they are with you is not known. ${clips.length} clips of ${HEARD_S} s, ${kb} kB in this file.`;
  return { kind: 'sounds', title: part.title, html, note, clips };
}
