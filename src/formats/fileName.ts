/** Names of devices, which Windows keeps for itself whatever their ending. */
const DEVICES = /^(con|prn|aux|nul|com\d|lpt\d)(\.|$)/i;

/**
 * A text as the name of a file that every system can write.
 *
 * @example fileNameOf('Run 1: 50 %', 'run') → 'Run_1_50_'
 */
export function fileNameOf(text: string, otherwise: string, most = 80): string {
  const name =
    text
      .normalize('NFC')
      .replace(/[^\p{L}\p{N}._-]+/gu, '_')
      .replace(/^\.+/, '_')
      .slice(0, most)
      .replace(/\.+$/, '_') || otherwise;
  return DEVICES.test(name) ? `_${name}` : name;
}
