import { array, number, object, string, ValidationError } from 'yup';
import { UnusableInput, type Problem } from '../problem';
import { readPlanningParts, type PlanningParts } from './planningParts';

export const FORMAT_VERSION = 1;
const FILE = 'datapackage.json';

const finite = () => number().typeError('${path} must be a number, got ${originalValue}');

const rig = object({
  name: string().default('Bench'),
  enclosure: string().default('open'),
  meterDistanceCm: finite().positive().default(100),
  limitC: finite().required('${path} is missing: the temperature limit of the processor, °C'),
});

const method = object({
  loadsW: array(finite().min(0).required())
    .min(1, '${path} names no heat load')
    .required('${path} is missing: the heat loads, W'),
  noiseLineDba: finite().required('${path} is missing: the noise line, dB(A)'),
  windowS: finite().positive().default(300),
  referenceAmbientC: finite().default(23),
});

export interface DataPackage {
  name: string;
  title: string;
  rig: { name: string; enclosure: string; meterDistanceCm: number; limitC: number };
  method: { loadsW: number[]; noiseLineDba: number; windowS: number; referenceAmbientC: number };
  planning: PlanningParts;
  /** What of it does not fit, by its place. */
  problems: Problem[];
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

/** @throws UnusableInput where it is no JSON, of an unknown version, or lacks what the numbers need */
export function readDataPackage(bytes: Uint8Array): DataPackage {
  const source = parseJson(new TextDecoder().decode(bytes));
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
    const title = typeof source.title === 'string' && source.title.trim() ? source.title : undefined;
    const name = typeof source.name === 'string' && source.name ? source.name : 'round-up';
    return {
      name,
      title: title ?? name,
      rig: checked.rig,
      method: { ...checked.method, loadsW: [...new Set(checked.method.loadsW)] },
      planning: planning.parts,
      problems: planning.problems,
      source,
    };
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error;
    throw new UnusableInput({ file: FILE, column: `abanico.${error.path ?? ''}`, message: error.message });
  }
}
