/** What a term means, in a line: shown on pointing at it, and listed in docs/words.md. */
export const TERMS = {
  'round-up': 'One test of several products on one rig',
  entry: 'A product with its fans, as tested; it gets the place',
  mount: 'One fitting of a cooler, fresh paste to removal',
  pass: 'Once through all settings within a mount',
  run: 'One entry measured once at one load and setting',
  duty: 'The fan’s control signal, %',
  'ways to compare': 'Equal noise, speed or duty, or full speed',
  'ranked by': 'The quantity that orders the entries',
  rise: 'Die minus room temperature, K',
  die: 'The chip’s own temperature sensor',
  'room temperature': 'Air beside the rig, clear of the cooler',
  'room noise': 'The meter’s level with the fans off',
  'meter reading': 'Cooler and room noise together',
  'cooler noise': 'Level with room noise subtracted',
  'masked by room noise': 'Too near room noise: an upper limit only',
  'noise line': 'Level at which entries are compared',
  'noise band': 'The range of levels that a mean covers',
  settling: 'Wait under load until the rise is steady',
  'averaging window': 'The last minutes, whose mean counts',
  'remaining rise': 'How much the rise would still grow',
  uncertainty: 'The true value is within ± about 19 times in 20',
  scatter: 'How much repeats differ',
  separated: 'The gap is more than chance explains (95 %)',
  tie: 'Too close for this test; not proof of equality',
  'likely place': 'Places the entry may hold, given ±',
  'not ranked': 'No valid value at this line',
  'tops out': 'Its loudest setting is below the line',
  throttles: 'Reaches the temperature limit at this load',
  converted: 'Calculated for another speed, power or room',
  control: 'The entry re-tested to watch the rig',
  'on hold': 'Out of all curves, not deleted',
  'set aside': 'Kept with its reason; does not count',
  outlier: 'Differs from its repeats more than by chance',
  'interim check': 'A check before all mounts are done',
  'smallest difference': 'The gap this plan separates 4 times in 5',
  bridged: 'Converted from another rig by shared entries',
  wall: 'Rise or K/W left however fast the fan',
  knee: 'Where one more dB stops paying',
  'common resistance': 'Die, paste, spreader: no cooler changes it',
  'thermal resistance': 'Rise per watt, K/W; lower is better',
  'thermal conductance': 'Heat per kelvin, W/K; higher is better',
  'maximum heat': 'Watts at the line before the limit',
  crossover: 'The level at which two entries swap',
  'trade-off line': 'Entries that none beats on both axes',
  'clearly beaten': 'Separated from one that costs no more',
} as const;

export type TermName = keyof typeof TERMS;

/** How labels and heads call a term otherwise than by its own name, without units. */
const CALLED: Readonly<Record<string, TermName>> = {
  ...{ place: 'likely place', 'k/w': 'thermal resistance', '±': 'uncertainty' },
  ...{ passes: 'pass', 'passes per mount': 'pass', mounts: 'mount', 'mounts per cooler': 'mount' },
  ...{ 'mounts per fan': 'mount', 'mounts per layout': 'mount', 'mount · pass': 'mount' },
  ...{ read: 'meter reading', cooler: 'cooler noise', 'room, °c': 'room temperature' },
  ...{ 'noise line, ranks': 'noise line', line: 'noise line', 'control every': 'control' },
  ...{ window: 'averaging window', soak: 'settling' },
  ...{ 'not ranked here': 'not ranked', runs: 'run', entries: 'entry' },
};

/**
 * The term that a label or the head of a column calls, by its words before the unit; undefined where it calls none.
 *
 * @example termOf('Rise, K') → 'rise'
 */
export function termOf(label: string): TermName | undefined {
  const words = [label, label.split(',')[0]!].map((text) => text.trim().toLowerCase());
  for (const text of words) {
    if (text in TERMS) return text as TermName;
    if (CALLED[text]) return CALLED[text];
  }
  return undefined;
}
