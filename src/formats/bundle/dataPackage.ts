import { bundleVersion } from './bundleVersion';
import type { ReportVersion } from '@/core/verdict/reportVersion';
import { array, number, object, string, ValidationError } from 'yup';
import { MOST, outOfBounds, unfitJson, unfitText, type Bound } from '@/core/bounds';
import { POWER_PLACES, type PowerPlace } from '@/core/reduction/powerPlace';
import { UnusableInput, type Problem } from '../problem';
import { text } from '@/contracts/sheets/fields';
import { readPlanningParts, type PlanningParts } from './planningParts';

export const FORMAT_VERSION = 1;
const FILE = 'datapackage.json';
const MOST_BYTES = 8 * 2 ** 20;

/** A number of the package, within what a bench can have; the message says where it stands. */
const within = (bound: Bound) =>
  number()
    .typeError('${path} must be a number, got ${originalValue}')
    .test('number', '${path} must be a number', (_, { originalValue }) =>
      ['number', 'undefined'].includes(typeof originalValue as string),
    )
    .test(bound, (value, { createError, path }) => {
      const wrong = value === undefined ? null : outOfBounds(bound, value);
      return wrong === null || createError({ message: `${path}: ${wrong}, got ${String(value)}` });
    });

const rig = object({
  name: text(200)
    .transform((value: unknown) => (value === '' ? undefined : value))
    .default('Bench'),
  enclosure: text(200)
    .transform((value: unknown) => (value === '' ? undefined : value))
    .default('open'),
  meterDistanceCm: within('distanceCm').default(100),
  limitC: within('limitC').required('${path} is missing: the temperature limit of the processor, °C'),
  powerAt: string<PowerPlace>()
    .oneOf([...POWER_PLACES], '${path}: die, board or wall was expected, got ${value}')
    .default('die'),
});

const method = object({
  loadsW: array(within('powerW').required())
    .min(1, '${path} names no heat load')
    .max(MOST.loads, '${path} names more than ${max} heat loads')
    .required('${path} is missing: the heat loads, W'),
  noiseLineDba: within('levelDb').required('${path} is missing: the noise line, dB(A)'),
  windowS: within('windowS').default(300),
  referenceAmbientC: within('temperatureC').default(23),
  bandDba: array(within('levelDb').required())
    .length(2, '${path}: two levels were expected, [from, to]')
    .test('band', '${path}: the first level must be under the second', (band) => !band || band[0]! < band[1]!)
    .default(undefined),
});

export interface DataPackage {
  name: string;
  title: string;
  rig: {
    name: string;
    enclosure: string;
    meterDistanceCm: number;
    limitC: number;
    /** What the power meter sees (FORMATS step 3a). */
    powerAt: PowerPlace;
  };
  method: {
    loadsW: number[];
    noiseLineDba: number;
    windowS: number;
    referenceAmbientC: number;
    /** Band of noise that the band score is of; undefined where the line ± 4 dB is meant. */
    bandDba?: number[] | undefined;
  };
  planning: PlanningParts;
  /** What it is known again by, whatever its title; null where it does not say. */
  packageId: string | null;
  /** Whose it is, and where the method stands at length; null where it does not say. */
  lab: { name: string; methodAt: string } | null;
  /** When the work on it began; null where it does not say. */
  beganAt: Date | null;
  /** What of it does not fit, by its place. */
  problems: Problem[];
  /** How the bundle was published; null for a draft. */
  version: ReportVersion | null;
  /** The file as it came, for what we do not know and must keep. */
  source: Record<string, unknown>;
}

function parseJson(text: string): unknown {
  try {
    return JSON.parse(text.replace(/^\uFEFF/, ''));
  } catch (error) {
    const message = (error as Error).message;
    const at = /position (\d+)/.exec(message);
    const before = at ? text.slice(0, Number(at[1])) : '';
    const line = at ? before.split('\n').length : undefined;
    throw new UnusableInput({ file: FILE, line, message: `not readable JSON: ${message}` });
  }
}

function isRecord(value: unknown): value is Record<string, unknown> {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

/** The first that the package names as having made it. */
function labOf({ contributors, homepage }: Record<string, unknown>): DataPackage['lab'] {
  const [first] = Array.isArray(contributors) ? (contributors as unknown[]) : [];
  const name = isRecord(first) && typeof first.title === 'string' ? first.title : '';
  const methodAt = typeof homepage === 'string' && /^https?:\/\/\S+$/.test(homepage) ? homepage : '';
  return (name || methodAt) && !unfitText(name, 100) && !unfitText(methodAt, 300) ? { name, methodAt } : null;
}

/** The package's own time, where it is one that a lab can have. */
function createdAt(value: unknown): Date | null {
  const time = typeof value === 'string' ? new Date(value) : null;
  const year = time?.getUTCFullYear() ?? NaN;
  return year >= 1990 && year <= 2100 ? time : null;
}

/** @throws UnusableInput where it is no JSON, of an unknown version, or lacks what the numbers need */
export function readDataPackage(bytes: Uint8Array): DataPackage {
  if (bytes.length > MOST_BYTES)
    throw new UnusableInput({
      file: FILE,
      message: `larger than ${MOST_BYTES / 2 ** 20} MB: no description of a bundle`,
    });
  const source = parseJson(new TextDecoder().decode(bytes));
  const unfit = unfitJson(source);
  if (unfit) throw new UnusableInput({ file: FILE, message: `cannot be taken: ${unfit}` });
  if (!isRecord(source) || !isRecord(source.abanico)) {
    throw new UnusableInput({
      file: FILE,
      column: 'abanico',
      message: 'the part "abanico" is missing: no bench bundle',
    });
  }
  const { formatVersion } = source.abanico;
  if (formatVersion !== FORMAT_VERSION) {
    const got = formatVersion === undefined ? 'none is given' : `got ${JSON.stringify(formatVersion)}`;
    throw new UnusableInput({
      file: FILE,
      column: 'abanico.formatVersion',
      message: `unknown format version: ${FORMAT_VERSION} is understood, ${got}`,
    });
  }
  try {
    const checked = object({ rig: rig.required('abanico.rig is missing'), method: method.required() })
      .label('abanico')
      .validateSync({ rig: source.abanico.rig, method: source.abanico.method }, { abortEarly: true });
    const planning = readPlanningParts(source.abanico);
    // Taken out of the source: a round-up that was imported is a draft, and its exports claim no version.
    const { version: given, ...abanico } = source.abanico;
    const version =
      given === undefined
        ? null
        : object({ version: bundleVersion.required() }).validateSync({ version: given }, { strict: true })
            .version;
    const named = (value: unknown, column: string) => {
      if (typeof value !== 'string' || value.trim() === '') return undefined;
      const wrong = unfitText(value, MOST.title);
      if (wrong) throw new UnusableInput({ file: FILE, column, message: `the text ${wrong}` });
      return value;
    };
    const title = named(source.title, 'title');
    const name = named(source.name, 'name') ?? 'round-up';
    return {
      name,
      title: title ?? name,
      rig: checked.rig,
      method: { ...checked.method, loadsW: [...new Set(checked.method.loadsW)] },
      planning: planning.parts,
      packageId: named(source.id, 'id') ?? null,
      lab: labOf(source),
      beganAt: createdAt(source.created),
      problems: planning.problems,
      version,
      source: { ...source, abanico },
    };
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error;
    throw new UnusableInput({ file: FILE, column: `abanico.${error.path ?? ''}`, message: error.message });
  }
}
