import { isMissing } from '@/core/missing';

const FLOAT8_OID = 701;
const HEADER_BYTES = 20;
const VALUE_BYTES = 8;

/**
 * Readings as PostgreSQL takes an array of double precision in its binary form (array_recv, float8recv): neither side
 * writes or reads a number as text, which is most of what an import of many logs costs. MISSING becomes NULL.
 */
export function binaryArray(values: Float64Array): Buffer {
  const bytes = Buffer.allocUnsafe(HEADER_BYTES + (4 + VALUE_BYTES) * values.length);
  let hasMissing = 0;
  let at = HEADER_BYTES;
  for (let i = 0; i < values.length; i += 1) {
    const value = values[i]!;
    if (isMissing(value)) {
      hasMissing = 1;
      at = bytes.writeInt32BE(-1, at);
    } else {
      at = bytes.writeInt32BE(VALUE_BYTES, at);
      at = bytes.writeDoubleBE(value, at);
    }
  }
  bytes.writeInt32BE(values.length > 0 ? 1 : 0, 0);
  bytes.writeInt32BE(hasMissing, 4);
  bytes.writeInt32BE(FLOAT8_OID, 8);
  bytes.writeInt32BE(values.length, 12);
  bytes.writeInt32BE(1, 16);
  // An array without readings has no dimension.
  return bytes.subarray(0, values.length > 0 ? at : 12);
}
