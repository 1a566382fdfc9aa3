/** The names of a reader's machine in an address, of What fits and of a Verdict that ranks only what fits. */
export const MACHINE_KEYS: readonly string[] = [
  ...['watts', 'limit', 'room', 'noise', 'height', 'memory', 'thick', 'radiator', 'deep'],
  ...['socket', 'budget', 'case'],
];
