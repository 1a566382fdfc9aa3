import { UnusableInput } from '../problem';

/** Bytes of a file from a place on; fewer where it ends. */
export type ReadAt = (offset: number, length: number) => Promise<Uint8Array>;

export interface WavHead {
  rateHz: number;
  channels: number;
  bits: number;
  isFloat: boolean;
  /** Where the samples begin, and how many of each channel are there. */
  offset: number;
  frames: number;
  /** What was odd about the file and could be read all the same. */
  notes: string[];
}

const PCM = 1;
const FLOAT = 3;
const EXTENSIBLE = 0xfffe;
const LOWEST_HZ = 32_000;
const HIGHEST_HZ = 384_000;
const MOST_CHANNELS = 64;
/** Longer recordings are cut first: nobody judges a fan by three hours. */
const LONGEST_S = 2 * 3600;
const MOST_CHUNKS = 1000;

const ascii = (bytes: Uint8Array, at: number, length: number) =>
  String.fromCharCode(...bytes.subarray(at, at + length));

function whatElse(head: Uint8Array): string {
  if (ascii(head, 0, 3) === 'ID3' || (head[0] === 0xff && (head[1]! & 0xe0) === 0xe0))
    return 'an MP3 by another name';
  if (ascii(head, 0, 4) === 'OggS') return 'an Ogg file';
  if (ascii(head, 0, 4) === 'fLaC') return 'a FLAC file';
  return 'no WAV';
}

/**
 * The head of a WAV: chunks of any order and odd length, extensible formats, sizes that are wrong.
 * @throws UnusableInput where it is none, or none that sound can be judged by
 */
export async function readWavHead(file: string, read: ReadAt, size: number): Promise<WavHead> {
  const wrong = (message: string) => new UnusableInput({ file, message });
  const head = await read(0, 12);
  const riff = ascii(head, 0, 4);
  if (head.length < 12 || !['RIFF', 'RF64'].includes(riff) || ascii(head, 8, 4) !== 'WAVE')
    throw wrong(head.length === 0 ? 'the file is empty' : `${whatElse(head)}: a WAV was expected`);
  const notes: string[] = [];
  let format: Omit<WavHead, 'offset' | 'frames' | 'notes'> | null = null;
  let at = 12;
  for (let chunk = 0; chunk < MOST_CHUNKS && at + 8 <= size; chunk += 1) {
    const lead = await read(at, 8);
    if (lead.length < 8) break;
    const name = ascii(lead, 0, 4);
    const stated = new DataView(lead.buffer, lead.byteOffset).getUint32(4, true);
    if (name === 'fmt ') {
      const body = await read(at + 8, Math.min(stated, 40));
      if (body.length < 16) throw wrong('the part “fmt ” is cut off');
      const view = new DataView(body.buffer, body.byteOffset, body.length);
      const tag = view.getUint16(0, true);
      const kind = tag === EXTENSIBLE && body.length >= 26 ? view.getUint16(24, true) : tag;
      if (kind !== PCM && kind !== FLOAT)
        throw wrong(`samples of the kind ${kind}: PCM or float was expected`);
      const bits = view.getUint16(14, true);
      const isFloat = kind === FLOAT;
      if (!(isFloat ? [32, 64] : [16, 24, 32]).includes(bits))
        throw wrong(`${isFloat ? 'float' : 'PCM'} of ${bits} bit: 16, 24 or 32 bit, or float, was expected`);
      const channels = view.getUint16(2, true);
      if (!(channels >= 1 && channels <= MOST_CHANNELS)) throw wrong(`${channels} channels`);
      const rateHz = view.getUint32(4, true);
      if (!(rateHz >= LOWEST_HZ && rateHz <= HIGHEST_HZ))
        throw wrong(`${rateHz} samples a second: ${LOWEST_HZ} at least, for what an ear hears`);
      format = { rateHz, channels, bits, isFloat };
    } else if (name === 'data') {
      if (!format) throw wrong('the samples come before the part “fmt ”');
      const frame = (format.channels * format.bits) / 8;
      const there = Math.max(0, size - (at + 8));
      const isStated = stated > 0 && stated <= there;
      if (!isStated && stated !== 0xffffffff)
        notes.push(`the file says ${stated} bytes of samples and has ${there}: what is there was taken`);
      const frames = Math.floor((isStated ? stated : there) / frame);
      if (frames === 0) throw wrong('there are no samples in it');
      if (frames / format.rateHz > LONGEST_S)
        throw wrong(`${(frames / format.rateHz / 3600).toFixed(1)} hours: two at most, cut it first`);
      return { ...format, offset: at + 8, frames, notes };
    }
    // Chunks begin at even places.
    at += 8 + stated + (stated % 2);
  }
  throw wrong(format ? 'there are no samples in it' : 'the part “fmt ” is missing');
}

const BLOCK_FRAMES = 65_536;

/** One channel of a WAV, block after block, from −1 to 1. */
export async function* wavBlocks(head: WavHead, read: ReadAt, channel: number): AsyncGenerator<Float64Array> {
  const { channels, bits, isFloat, offset, frames } = head;
  const width = bits / 8;
  const frame = channels * width;
  for (let from = 0; from < frames; from += BLOCK_FRAMES) {
    const count = Math.min(BLOCK_FRAMES, frames - from);
    const bytes = await read(offset + from * frame, count * frame);
    const whole = Math.floor(bytes.length / frame);
    const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.length);
    const block = new Float64Array(whole);
    for (let i = 0; i < whole; i += 1) {
      const at = i * frame + channel * width;
      if (isFloat) block[i] = bits === 32 ? view.getFloat32(at, true) : view.getFloat64(at, true);
      else if (bits === 16) block[i] = view.getInt16(at, true) / 32_768;
      else if (bits === 24) block[i] = ((view.getInt8(at + 2) << 16) | view.getUint16(at, true)) / 8_388_608;
      else block[i] = view.getInt32(at, true) / 2_147_483_648;
    }
    yield block;
    if (whole < count) return;
  }
}
