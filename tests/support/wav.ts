/** A WAV made in a test. */
export interface WavShape {
  rateHz?: number;
  bits?: 16 | 24 | 32 | 64;
  isFloat?: boolean;
  channels?: number;
  /** The extensible head, with its GUID. */
  extensible?: boolean;
  /** Chunks before the samples: name and length. */
  chunks?: [string, number][];
  /** Size that the data chunk states, where it is another than it has. */
  statedSize?: number;
}

/** The bytes of a WAV whose channels all hold these samples; the first alone where others are given. */
export function wavBytes(samples: Float64Array, shape: WavShape = {}, others = 0): Uint8Array {
  const {
    rateHz = 48_000,
    bits = 16,
    isFloat = false,
    channels = 1,
    extensible = false,
    chunks = [],
  } = shape;
  const width = bits / 8;
  const data = samples.length * channels * width;
  const formatSize = extensible ? 40 : 16;
  const extra = chunks.reduce((sum, [, length]) => sum + 8 + length + (length % 2), 0);
  const bytes = new Uint8Array(12 + 8 + formatSize + extra + 8 + data + (data % 2));
  const view = new DataView(bytes.buffer);
  let at = 0;
  const text = (value: string) => {
    for (const char of value) bytes[at++] = char.charCodeAt(0);
  };
  const u32 = (value: number) => {
    view.setUint32(at, value, true);
    at += 4;
  };
  const u16 = (value: number) => {
    view.setUint16(at, value, true);
    at += 2;
  };
  text('RIFF');
  u32(bytes.length - 8);
  text('WAVE');
  for (const [name, length] of chunks) {
    text(name);
    u32(length);
    at += length + (length % 2);
  }
  text('fmt ');
  u32(formatSize);
  u16(extensible ? 0xfffe : isFloat ? 3 : 1);
  u16(channels);
  u32(rateHz);
  u32(rateHz * channels * width);
  u16(channels * width);
  u16(bits);
  if (extensible) {
    u16(22);
    u16(bits);
    u32(0);
    u16(isFloat ? 3 : 1);
    at += 14;
  }
  text('data');
  u32(shape.statedSize ?? data);
  for (const sample of samples)
    for (let c = 0; c < channels; c += 1) {
      const value = c === 0 ? sample : others === 0 ? sample : others;
      const whole = (scale: number) => Math.max(-scale, Math.min(scale - 1, Math.round(value * scale)));
      if (isFloat && bits === 32) view.setFloat32(at, value, true);
      else if (isFloat) view.setFloat64(at, value, true);
      else if (bits === 16) view.setInt16(at, whole(32_768), true);
      else if (bits === 24) {
        const number = whole(8_388_608);
        view.setUint16(at, number & 0xffff, true);
        view.setInt8(at + 2, number >> 16);
      } else view.setInt32(at, whole(2_147_483_648), true);
      at += width;
    }
  return bytes;
}
