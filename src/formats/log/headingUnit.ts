import type { Unit } from '@/core/channels/channels';

/** A unit as a heading writes it, with the factor to the unit we name; `foreign` is one of no quantity of ours. */
export interface HeadingUnit {
  unit: Unit | 'foreign';
  /** Reading × factor is in `unit`. */
  factor: number;
}

const SPELLINGS: [RegExp, Unit, number][] = [
  [/^(°|º|deg\.?|degrees?)? ?(c|celsius|centigrade)$|^℃$/, 'degC', 1],
  [/^(°|º|deg\.?|degrees?)? ?(f|fahrenheit)$|^℉$/, 'degF', 1],
  [/^(w|watts?)$/, 'W', 1],
  [/^kw$/, 'W', 1000],
  [/^mw$/, 'W', 0.001],
  [/^(rpm|r\/min|rev\/min|u\/min|1\/min|min\^?[-−]1|rev\.? per min(ute)?)$/, 'rpm', 1],
  [/^mhz$/, 'MHz', 1],
  [/^ghz$/, 'MHz', 1000],
  [/^(dba|db ?a|db)$/, 'dB(A)', 1],
  [/^(s|sec|secs|seconds?|sek|sekunden)$/, 's', 1],
  [/^(ms|msec|milliseconds?)$/, 's', 0.001],
  [/^(min|mins|minutes?)$/, 's', 60],
  [/^(h|hours?)$/, 's', 3600],
];

const FOREIGN =
  /^(%|pct|percent|k|kelvin|v|mv|volts?|a|ma|amps?|amperes?|j|kj|wh|kwh|hz|khz|pa|hpa|mbar|bar|mm|cm|m|l\/min|l\/h|m3\/h|m³\/h|m\/s|cfm|dbc|dbz|sone|ghz·s|gb|mb|kb|fps|rh|%rh|hh:mm:ss|h:mm:ss|yes\/no|on\/off)$/;

/** A unit by its spelling; null where the text is no unit. */
export function unitOf(text: string): HeadingUnit | null {
  const plain = text
    .normalize('NFKC')
    .trim()
    .toLowerCase()
    .replace(/\s+/g, ' ')
    .replace(/db ?\((a|c|z)\)/, 'db$1');
  if (plain === '') return null;
  const spelling = SPELLINGS.find(([pattern]) => pattern.test(plain));
  if (spelling) return { unit: spelling[1], factor: spelling[2] };
  return FOREIGN.test(plain) ? { unit: 'foreign', factor: 1 } : null;
}

/** A heading longer than this is none; the patterns below need a square of the length, so the rest is not looked at. */
const MOST_HEADING = 200;

/**
 * The unit that a heading names: in brackets, after its last comma or slash, or as its last word or
 * `_suffix`. The rest of the heading comes back as `name`.
 */
export function headingUnit(heading: string): { name: string; unit: HeadingUnit | null } {
  const text = heading
    .slice(0, MOST_HEADING)
    .normalize('NFKC')
    .replace(/dB\s*\((A|C|Z)\)/gi, 'dB$1');
  for (const bracket of text.matchAll(/[([{]([^)\]}]*)[)\]}]/g)) {
    const unit = unitOf(bracket[1]!);
    if (unit) return { name: text.replace(bracket[0], ' '), unit };
  }
  const tail = /^(.*?)(?:\s*[,/;|]\s*|[\s_]+(?:in\s+)?)((?:deg\.? ?|° ?|º ?)?[^\s_,;|]+)$/i.exec(text.trim());
  if (tail) {
    const unit = unitOf(tail[2]!);
    if (unit) return { name: tail[1]!, unit };
  }
  const glued = /^(.*[^\s])(°C|℃|°F|℉)$/i.exec(text.trim());
  if (glued) return { name: glued[1]!, unit: unitOf(glued[2]!) };
  const alone = unitOf(text);
  return { name: text, unit: alone && ['rpm', 'MHz', 'dB(A)'].includes(alone.unit) ? alone : null };
}
