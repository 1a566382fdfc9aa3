import { open } from 'node:fs/promises';
import { SpectrumGatherer, type PowerSpectrum } from '@/core/sound/powerSpectrum';
import { readWavHead, wavBlocks } from '@/formats/wav/readWav';
import { UnusableInput } from '@/formats/problem';

export interface HeardWav {
  spectrum: PowerSpectrum;
  durationS: number;
  clippedSamples: number;
  /** Levels of eighths of a second, dB re a mean square of one. */
  blockLevelsDb: number[];
  notes: string[];
}

/** A sample at the end of the scale was cut off there. */
const CLIPPED = 1 - 1 / 32_768;
const SHORTEST_S = 0.2;
const MOST_BLOCKS = 8 * 2 * 3600;

/**
 * Listens to one channel of a WAV as a stream, in memory that does not grow with it.
 * @throws UnusableInput where it is no WAV, too short, silent, or has no such channel
 */
export async function hearWav(path: string, shownPath: string, channel: number): Promise<HeardWav> {
  const handle = await open(path, 'r').catch((error: NodeJS.ErrnoException) => {
    throw new UnusableInput({
      file: shownPath,
      message: error.code === 'ENOENT' ? 'not there' : `cannot be read (${error.code})`,
    });
  });
  try {
    const { size } = await handle.stat();
    const read = async (offset: number, length: number) => {
      const buffer = new Uint8Array(length);
      const { bytesRead } = await handle
        .read(buffer, 0, length, offset)
        .catch((error: NodeJS.ErrnoException) => {
          throw new UnusableInput({
            file: shownPath,
            message: `cannot be read (${error.code ?? error.message})`,
          });
        });
      return buffer.subarray(0, bytesRead);
    };
    const head = await readWavHead(shownPath, read, size);
    const wrong = (message: string) => new UnusableInput({ file: shownPath, message });
    if (channel >= head.channels) throw wrong(`there is no channel ${channel + 1}: it has ${head.channels}`);
    if (head.frames / head.rateHz < SHORTEST_S)
      throw wrong(`${(head.frames / head.rateHz).toFixed(2)} s: ${SHORTEST_S} s at least`);
    const gatherer = new SpectrumGatherer(head.rateHz, head.frames);
    const blockLevelsDb: number[] = [];
    const blockSize = Math.round(head.rateHz / 8);
    let [clippedSamples, inBlock, squares] = [0, 0, 0];
    for await (const block of wavBlocks(head, read, channel)) {
      for (const value of block) {
        if (!Number.isFinite(value)) throw wrong('a sample is no number');
        if (Math.abs(value) >= CLIPPED) clippedSamples += 1;
        squares += value * value;
        inBlock += 1;
        if (inBlock < blockSize) continue;
        if (blockLevelsDb.length < MOST_BLOCKS)
          blockLevelsDb.push(10 * Math.log10(Math.max(1e-20, squares / inBlock)));
        [inBlock, squares] = [0, 0];
      }
      gatherer.add(block);
    }
    const spectrum = gatherer.spectrum();
    if (!(spectrum.meanSquare > 0)) throw wrong('silence: every sample is the same');
    return {
      spectrum,
      durationS: head.frames / head.rateHz,
      clippedSamples,
      blockLevelsDb,
      notes: head.notes,
    };
  } finally {
    await handle.close();
  }
}
