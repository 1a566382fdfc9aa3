import { defaultSetup, type RigSetup } from './rigSetup';

export interface SetupDifference {
  what: string;
  was: string;
  isNow: string;
  /** What would make runs of both comparable. */
  remedy: string;
}

const BRIDGE = 're-test at least three entries of before on the new revision and bridge by them';
const AGAIN = 'measure the entries again on this revision';

const FIELDS: Record<keyof RigSetup, { label: string; unit?: string; remedy: string }> = {
  enclosure: { label: 'enclosure', remedy: `${AGAIN}: open bench and case are never mixed` },
  caseFans: { label: 'case fans', remedy: BRIDGE },
  meterDistanceCm: {
    label: 'meter distance',
    unit: 'cm',
    remedy: `${AGAIN}: levels at two distances are only converted, never ranked together`,
  },
  meterHeightCm: { label: 'meter height', unit: 'cm', remedy: BRIDGE },
  coolerHeightCm: { label: 'cooler height', unit: 'cm', remedy: BRIDGE },
  probeDistanceCm: { label: 'probe distance', unit: 'cm', remedy: BRIDGE },
  probeHeightCm: { label: 'probe height', unit: 'cm', remedy: BRIDGE },
  roomDepthCm: { label: 'depth of the room', unit: 'cm', remedy: BRIDGE },
  roomHeightCm: { label: 'height of the room', unit: 'cm', remedy: BRIDGE },
  microphone: { label: 'microphone', remedy: `put the old one back, or ${BRIDGE}` },
  processor: { label: 'processor', remedy: BRIDGE },
  clockMhz: { label: 'clock', unit: 'MHz', remedy: BRIDGE },
  voltageV: { label: 'voltage', unit: 'V', remedy: BRIDGE },
  powerSetting: { label: 'power setting', remedy: BRIDGE },
  powerAt: { label: 'power read at', remedy: BRIDGE },
  limitC: { label: 'temperature limit', unit: '°C', remedy: BRIDGE },
  regulatorLimitC: { label: 'regulators’ limit', unit: '°C', remedy: BRIDGE },
  cardLimitC: { label: 'graphics card limit', unit: '°C', remedy: BRIDGE },
  interfaceMaterial: { label: 'interface material', remedy: BRIDGE },
  interfaceHabit: { label: 'interface habit', remedy: BRIDGE },
};

/**
 * What differs between two setups of a rig, in words, with what would make runs of both comparable.
 *
 * Example: Paste changed between two revisions: ‘paste’, with what would make their runs comparable.
 */
export function setupDifferences(was: RigSetup, isNow: RigSetup): SetupDifference[] {
  return (Object.keys(FIELDS) as (keyof RigSetup)[])
    .filter((name) => was[name] !== isNow[name])
    .map((name) => {
      const { label, unit, remedy } = FIELDS[name];
      const shown = (value: unknown) =>
        value === null || value === '' ? 'not recorded' : `${String(value)}${unit ? ` ${unit}` : ''}`;
      return { what: label, was: shown(was[name]), isNow: shown(isNow[name]), remedy };
    });
}

/** What a new setup begins with so that its drawing can be made. As long as it stands unchanged, nobody entered it. */
const DRAWN: readonly (keyof RigSetup)[] = [
  ...(['meterHeightCm', 'coolerHeightCm', 'probeDistanceCm', 'probeHeightCm'] as const),
  ...(['roomDepthCm', 'roomHeightCm', 'powerAt'] as const),
];

/** What only heat makes use of. */
const OF_HEAT: readonly (keyof RigSetup)[] = [
  ...(['powerAt', 'limitC', 'cardLimitC', 'regulatorLimitC', 'interfaceMaterial', 'interfaceHabit'] as const),
];

/**
 * What was noted of a setup, as words and values. What nobody noted is left out, and so is what a test without heat makes no use of.
 *
 * Example: A meter at 60 cm of an open bench: ‘enclosure’ ‘open’, ‘meter distance’ ‘60 cm’; no height of the meter, where it stands as it was
 * drawn first.
 */
export function setupWords(
  setup: RigSetup,
  { withHeat }: { withHeat: boolean } = { withHeat: true },
): { what: string; value: string }[] {
  const drawn = defaultSetup(setup);
  return (Object.keys(FIELDS) as (keyof RigSetup)[]).flatMap((name) => {
    const { label, unit } = FIELDS[name];
    const value = setup[name];
    const isDrawn = DRAWN.includes(name) && value === (name === 'powerAt' ? 'die' : drawn[name]);
    return value === null || value === '' || isDrawn || (!withHeat && OF_HEAT.includes(name))
      ? []
      : [{ what: label, value: `${String(value)}${unit ? ` ${unit}` : ''}` }];
  });
}
