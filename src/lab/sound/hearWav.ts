import { open } from 'node:fs/promises';
import { SpectrumGatherer, type PowerSpectrum } from '@/core/sound/spectrum/powerSpectrum';
import { CutOffSamples } from '@/core/sound/recording/cutOffSamples';
import { CourseGatherer, type SoundCourse } from '@/core/sound/spectrum/shortSpectra';
import { noProgress, type Tell } from '@/core/progress';
import { readWavHead, wavBlocks, type ReadAt } from '@/formats/wav/readWav';
import { UnusableInput } from '@/formats/problem';

export interface HeardWav {
  rateHz: number;
  spectrum: PowerSpectrum;
  /** How it goes on in time; null where that was not asked for. */
  course: SoundCourse | null;
  durationS: number;
  clippedSamples: number;
  /** Levels of eighths of a second, dB re a mean square of one. */
  blockLevelsDb: number[];
  notes: string[];
}

/** Where the bytes of a WAV come from. */
export interface WavSource {
  /** As a person knows it. */
  name: string;
  size: number;
  read: ReadAt;
}

/** A sample at the end of the scale was cut off there. */
const CLIPPED = 1 - 1 / 32_768;
const SHORTEST_S = 0.2;
const MOST_BLOCKS = 8 * 2 * 3600;

/**
 * Listens to one channel of a WAV as a stream, in memory that does not grow with it.
 * @param wants whether its course in time is followed too
 * @throws UnusableInput where it is no WAV, too short, silent, or has no such channel
 */
export async function hearSource(
  { name, size, read }: WavSource,
  channel: number,
  wants: { course: boolean } = { course: false },
  tell: Tell = noProgress,
): Promise<HeardWav> {
  const head = await readWavHead(name, read, size);
  const wrong = (message: string) => new UnusableInput({ file: name, message });
  if (channel >= head.channels) throw wrong(`there is no channel ${channel + 1}: it has ${head.channels}`);
  if (head.frames / head.rateHz < SHORTEST_S)
    throw wrong(`${(head.frames / head.rateHz).toFixed(2)} s: ${SHORTEST_S} s at least`);
  const gatherer = new SpectrumGatherer(head.rateHz, head.frames);
  const course = wants.course ? new CourseGatherer(head.rateHz) : null;
  const blockLevelsDb: number[] = [];
  const blockSize = Math.round(head.rateHz / 8);
  let [clippedSamples, inBlock, squares, heard] = [0, 0, 0, 0];
  const cutOff = new CutOffSamples();
  for await (const block of wavBlocks(head, read, channel)) {
    for (const value of block) {
      // Also where it is no number at all.
      if (!(value < CLIPPED && value > -CLIPPED)) {
        if (!Number.isFinite(value)) throw wrong('a sample is no number');
        clippedSamples += 1;
      } else cutOff.take(value);
      squares += value * value;
      inBlock += 1;
      if (inBlock < blockSize) continue;
      if (blockLevelsDb.length < MOST_BLOCKS)
        blockLevelsDb.push(10 * Math.log10(Math.max(1e-20, squares / inBlock)));
      [inBlock, squares] = [0, 0];
    }
    gatherer.add(block);
    course?.add(block);
    heard += block.length;
    tell('Listening', heard / head.frames);
  }
  const spectrum = gatherer.spectrum();
  if (!(spectrum.meanSquare > 0)) throw wrong('silence: every sample is the same');
  return {
    rateHz: head.rateHz,
    spectrum,
    course: course?.course() ?? null,
    durationS: head.frames / head.rateHz,
    clippedSamples: clippedSamples + cutOff.count(),
    blockLevelsDb,
    notes: head.notes,
  };
}

/** A WAV that is held whole. */
export function bytesSource(name: string, bytes: Uint8Array): WavSource {
  const read = (offset: number, length: number) => Promise.resolve(bytes.subarray(offset, offset + length));
  return { name, size: bytes.length, read };
}

/**
 * The same of a file.
 * @throws UnusableInput also where it is not there, or cannot be read
 */
export async function hearWav(path: string, shownPath: string, channel: number): Promise<HeardWav> {
  return withWavFile(path, shownPath, (source) => hearSource(source, channel));
}

/** Opens a file for as long as it is listened to. */
export async function withWavFile<T>(
  path: string,
  shownPath: string,
  listen: (source: WavSource) => Promise<T>,
): Promise<T> {
  const wrong = (code: string | undefined) =>
    new UnusableInput({
      file: shownPath,
      message: code === 'ENOENT' ? 'not there' : `cannot be read (${code})`,
    });
  const handle = await open(path, 'r').catch((error: NodeJS.ErrnoException) => {
    throw wrong(error.code);
  });
  try {
    const { size } = await handle.stat();
    const read = async (offset: number, length: number) => {
      const buffer = new Uint8Array(length);
      const { bytesRead } = await handle
        .read(buffer, 0, length, offset)
        .catch((error: NodeJS.ErrnoException) => {
          throw wrong(error.code ?? error.message);
        });
      return buffer.subarray(0, bytesRead);
    };
    return await listen({ name: shownPath, size, read });
  } finally {
    await handle.close();
  }
}
