import { readWavHead, wavBlocks, type ReadAt } from './readWav';

/** The beginning of a recording, one channel of it, from −1 to 1. */
export interface WavStart {
  samples: Float64Array;
  rateHz: number;
}

/**
 * The first seconds of one channel of a WAV; all of it where it is shorter. Channels count from 1.
 * @throws UnusableInput where it is no WAV
 */
export async function wavStart(
  { name, size, read }: { name: string; size: number; read: ReadAt },
  channel: number,
  seconds: number,
): Promise<WavStart> {
  const head = await readWavHead(name, read, size);
  const samples = new Float64Array(Math.min(head.frames, Math.round(seconds * head.rateHz)));
  let filled = 0;
  for await (const block of wavBlocks(head, read, channel - 1)) {
    samples.set(block.subarray(0, samples.length - filled), filled);
    filled += block.length;
    if (filled >= samples.length) break;
  }
  return { samples, rateHz: head.rateHz };
}
