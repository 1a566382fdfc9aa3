/**
 * A mono WAV of 16 bit from samples between −1 and 1; what lies beyond is clipped, as a converter does.
 *
 * Example: 48,000 samples at 48 kHz: a second, 96,044 bytes.
 *
 * @throws where the rate is not a positive whole number
 */
export function wavBytes(samples: ArrayLike<number>, rateHz: number): Uint8Array {
  if (!Number.isInteger(rateHz) || rateHz <= 0)
    throw new RangeError(`wavBytes: rateHz must be a positive whole number, got ${rateHz}`);
  const bytes = new Uint8Array(44 + 2 * samples.length);
  const view = new DataView(bytes.buffer);
  const text = (at: number, value: string) => {
    for (let i = 0; i < value.length; i += 1) bytes[at + i] = value.charCodeAt(i);
  };
  text(0, 'RIFF');
  view.setUint32(4, 36 + 2 * samples.length, true);
  text(8, 'WAVEfmt ');
  view.setUint32(16, 16, true);
  view.setUint16(20, 1, true);
  view.setUint16(22, 1, true);
  view.setUint32(24, rateHz, true);
  view.setUint32(28, 2 * rateHz, true);
  view.setUint16(32, 2, true);
  view.setUint16(34, 16, true);
  text(36, 'data');
  view.setUint32(40, 2 * samples.length, true);
  for (let i = 0; i < samples.length; i += 1)
    view.setInt16(44 + 2 * i, Math.max(-32_768, Math.min(32_767, Math.round(samples[i]! * 32_768))), true);
  return bytes;
}
