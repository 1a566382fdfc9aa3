import { readWavHead } from './readWav';

/** Bytes of a chunk's name and length. */
const LEAD = 8;

/**
 * A WAV of nothing but its format and its samples: what a recorder wrote beside them (who, where, with what) is left out. One that is
 * bare already comes back as it is.
 * @throws UnusableInput where it is no WAV
 */
export async function bareWav(name: string, bytes: Uint8Array): Promise<Uint8Array> {
  const read = (offset: number, length: number) => Promise.resolve(bytes.subarray(offset, offset + length));
  const { offset, frames, channels, bits } = await readWavHead(name, read, bytes.length);
  const size = (frames * channels * bits) / 8;
  const format = formatOf(bytes);
  if (offset === 12 + format.length + LEAD && offset + size === bytes.length) return bytes;
  const bare = new Uint8Array(12 + format.length + LEAD + size + (size % 2));
  const view = new DataView(bare.buffer);
  bare.set([0x52, 0x49, 0x46, 0x46], 0);
  view.setUint32(4, bare.length - LEAD, true);
  bare.set([0x57, 0x41, 0x56, 0x45], 8);
  bare.set(format, 12);
  const at = 12 + format.length;
  bare.set([0x64, 0x61, 0x74, 0x61], at);
  view.setUint32(at + 4, size, true);
  bare.set(bytes.subarray(offset, offset + size), at + LEAD);
  return bare;
}

/** The chunk “fmt ”, which stands somewhere before the samples. */
function formatOf(bytes: Uint8Array): Uint8Array {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.length);
  let at = 12;
  while (String.fromCharCode(...bytes.subarray(at, at + 4)) !== 'fmt ') {
    const length = view.getUint32(at + 4, true);
    at += LEAD + length + (length % 2);
  }
  const length = Math.min(view.getUint32(at + 4, true), 40);
  const format = bytes.slice(at, at + LEAD + length + (length % 2));
  new DataView(format.buffer).setUint32(4, length, true);
  return format;
}
