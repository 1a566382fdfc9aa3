/** A page of a round-up: its name, and its path under the round-up’s address. */
export interface RoundUpPage {
  name: string;
  path: string;
}

/** The pages of a round-up, stage by stage: what they are called wherever they are named. */
export const PAGES = {
  brief: { name: 'Brief', path: 'brief' },
  method: { name: 'Method card', path: 'method' },
  lineUp: { name: 'Line-up', path: 'line-up' },
  plates: { name: 'Base flatness', path: 'line-up/plates' },
  rig: { name: 'Rig', path: 'rig' },
  watch: { name: 'Stability', path: 'rig/watch' },
  bridge: { name: 'Bridge', path: 'rig/bridge' },
  plan: { name: 'Plan', path: 'plan' },
  bench: { name: 'Bench', path: 'bench' },
  logbook: { name: 'Logbook', path: 'logbook' },
  curves: { name: 'Curves', path: 'curves' },
  pair: { name: 'Head to head', path: 'curves/pair' },
  side: { name: 'Everything measured', path: 'curves/side' },
  ways: { name: 'Ways to compare', path: 'curves/ways' },
  beyond: { name: 'Beyond the line', path: 'curves/beyond' },
  weights: { name: 'Weights', path: 'curves/weights' },
  grid: { name: 'Heatsinks and fans', path: 'curves/grid' },
  air: { name: 'Air', path: 'curves/air' },
  sound: { name: 'Sound', path: 'curves/sound' },
  listen: { name: 'Listen', path: 'curves/sound/listen' },
  verdict: { name: 'Verdict', path: 'verdict' },
  value: { name: 'Value', path: 'verdict/value' },
  fits: { name: 'What fits', path: 'verdict/fits' },
  write: { name: 'Write', path: 'verdict/write' },
  videoGraphics: { name: 'Video graphics', path: 'verdict/plates' },
  versions: { name: 'Versions', path: 'verdict/versions' },
} as const satisfies Record<string, RoundUpPage>;
