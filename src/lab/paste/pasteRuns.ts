import { ValidationError } from 'yup';
import { isWithoutHeat } from '@/core/brief/brief';
import { askedAbout } from '@/core/runs/askedAbout';
import { loadKey, loadLabel, parseLoad, type Load } from '@/core/runs/load';
import { PassCounter } from '@/core/runs/passCounter';
import { isReadingQuantity } from '@/core/responses/readingUnits';
import { inTransaction } from '@/database/pool';
import { pastedNumber, readPasted } from '@/formats/pastedBlock';
import { loadsOf, type RoundUpView } from '../model/roundUpView';
import { Refused } from '../refusal';
import { deleteRuns } from '../runs/deleteRuns';
import { WrittenBeside } from '../runs/writtenBeside';
import { newRun, type NewRunInput } from '../runs/runEditSchema';
import { typeRunIn } from '../runs/typeRun';
import { entryNamed } from './entryNamed';
import {
  allMade,
  asksFor,
  pastedIds,
  pastedInto,
  RowCells,
  sameLines,
  shownRows,
  undoOf,
  type MadeRow,
  type PasteAsk,
  type PasteKind,
  type PasteRequest,
  type PasteView,
} from './pasteColumns';
import { offeredRunColumns, runColumnsOf, unitOfPlace, withPlaces } from './runColumns';

const NUMBERS = [
  'noiseDb',
  'floorDb',
  'cpuC',
  'ambientC',
  'powerW',
  'rpm',
  'dutyPct',
  'mount',
  'pass',
] as const;

interface Block {
  view: RoundUpView;
  headings: string[];
  as: (string | null)[];
  asks: PasteAsk[];
  rows: MadeRow<NewRunInput>[];
}

function loadOf(view: RoundUpView, text: string): Load | { wrong: string } {
  const loads = loadsOf(view);
  const found = loads.find(
    (load) => loadKey(load) === text || loadLabel(load).toLowerCase() === text.toLowerCase(),
  );
  if (found) return found;
  const written = parseLoad(text);
  const alike = loads.filter(({ loadW }) => loadW === written?.loadW);
  if (
    written &&
    loadKey(written) === loadKey({ ...written, loadName: '', gpuLoadW: 0 }) &&
    written.loadW > 0
  ) {
    // Bare watts are those of the one load that has them, whatever else is loaded there.
    const bare = alike.find((load) => loadKey(load) === loadKey(written));
    if (!bare && alike.length > 1)
      return { wrong: `${text} is several loads here: write one of ${alike.map(loadLabel).join('; ')}` };
    return bare ?? alike[0] ?? written;
  }
  if (written) return loads.find((load) => loadKey(load) === loadKey(written)) ?? written;
  return { wrong: `a heat load was expected, got "${text}"` };
}

function asksOf(view: RoundUpView): PasteAsk[] {
  const loads = loadsOf(view);
  const lastFloor = view.runs.at(-1)?.floorDb;
  return [
    {
      id: 'entry',
      label: 'Entry',
      value: view.entries[0]?.entry ?? '',
      choices: view.entries.map(({ entry, product }) => ({ value: entry, label: product })),
    },
    {
      id: 'load',
      label: 'Load',
      value: loads[0] ? loadKey(loads[0]) : '',
      choices: loads.map((load) => ({ value: loadKey(load), label: loadLabel(load) })),
    },
    {
      id: 'floorDb',
      label: 'Room, dB(A)',
      value: lastFloor === undefined ? '' : String(lastFloor),
      choices: null,
    },
    { id: 'mount', label: 'Mount', value: '1', choices: null },
  ];
}

/** What a pass is one of: the same entry, load, mount and setting. */
const sameOf = (entry: string, load: Load, mount: number, setting: string) => [
  ...[entry, loadKey(load), mount, setting.trim().toLowerCase()],
];

/** The passes that are there, so that a block without passes counts on. */
function passesOf({ runs }: RoundUpView): PassCounter {
  const passes = new PassCounter();
  for (const run of runs) passes.know(sameOf(run.entry, run, run.mount, run.setting), run.pass);
  return passes;
}

/** Readings at places and further means of a row, by the columns that have them. */
function readBeside(cells: RowCells, as: readonly (string | null)[], headings: readonly string[]) {
  const more: Record<string, number> = {};
  const readings: NewRunInput['readings'] = [];
  as.forEach((id, i) => {
    if (id?.startsWith('more.')) {
      const value = cells.number(id);
      if (value !== null) more[id.slice(5)] = value;
    }
    const [quantity = '', place] = id?.split('@') ?? [];
    if (place === undefined || !isReadingQuantity(quantity)) return;
    // Several readings of one place stand in one cell, with blanks or semicolons between.
    const values = cells
      .text(id!)
      .split(/[;|]|\s+(?=[\d-])/)
      .filter(Boolean)
      .map(pastedNumber);
    if (values.includes(null)) cells.fail(id!, `not a number: "${cells.text(id!)}"`);
    else if (values.length > 0)
      readings.push({
        ...{ quantity, place, unit: unitOfPlace(headings[i] ?? '', quantity), rpm: null },
        values: values as number[],
      });
  });
  return { more, readings };
}

function madeRun(
  block: Pick<Block, 'view' | 'headings' | 'as'>,
  cells: RowCells,
  passes: PassCounter,
  who: string,
): NewRunInput | null {
  const { view, headings, as } = block;
  const values = Object.fromEntries(NUMBERS.map((id) => [id, cells.number(id)])) as Record<
    (typeof NUMBERS)[number],
    number | null
  >;
  const named = entryNamed(view.entries, cells.text('entry'));
  if ('wrong' in named) cells.fail('entry', named.wrong);
  const load = loadOf(view, cells.text('load'));
  if ('wrong' in load) cells.fail('load', load.wrong);
  const { dutyPct, rpm } = values;
  const bySpeed = rpm === null ? '' : `${Math.round(rpm)} rpm`;
  const setting = cells.text('setting') || (dutyPct === null ? bySpeed : `${dutyPct} %`);
  if (setting === '') cells.fail('setting', 'the fan setting was expected: a label, a duty or a speed');
  const beside = readBeside(cells, as, headings);
  if (!cells.isSound || 'wrong' in named || 'wrong' in load) return null;
  const mount = values.mount ?? 1;
  const { loadW, loadName, gpuLoadW } = load;
  const pass = values.pass ?? passes.next(sameOf(named.entry, load, mount, setting));
  try {
    return newRun.validateSync({
      ...{ who, ...values, entry: named.entry, setting, mount, pass, loadW, loadName, gpuLoadW },
      ...{ note: cells.text('note'), ...beside, confirmed: true },
    });
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error;
    cells.fail(error.path?.split('[')[0] ?? '', error.message);
    return null;
  }
}

async function readBlock(roundUpId: number, request: PasteRequest): Promise<Block> {
  const view = await pastedInto(roundUpId);
  const { headings, rows } = readPasted(request.text);
  const as = withPlaces(request.as ?? runColumnsOf(headings, isWithoutHeat(view.brief)), headings);
  const { asks, values } = asksFor(asksOf(view), as, request.shared);
  const passes = passesOf(view);
  const block = { view, headings, as, asks };
  return {
    ...block,
    rows: rows.map(({ line, cells: texts }) => {
      const cells = new RowCells(texts, as, values);
      return { line, cells, made: madeRun(block, cells, passes, request.who) };
    }),
  };
}

/** The load of a cell, where bare watts stand for the one load of those watts that has more parts. */
function widened(text: string, made: Load): string[] {
  const written = parseLoad(text);
  return written && loadKey(written) !== loadKey(made) ? [`“${text}” is taken as ${loadLabel(made)}`] : [];
}

/** Whether the logbook has a run with the same numbers, as it is asked about; empty where it has none. */
function runLike({ runs }: RoundUpView, made: NewRunInput): string[] {
  if (made.cpuC === null) return [];
  const setting = made.setting.trim().toLowerCase();
  const found = runs.find(
    (run) =>
      run.entry === made.entry &&
      loadKey(run) === loadKey(made) &&
      run.setting.trim().toLowerCase() === setting &&
      run.noiseDb === made.noiseDb &&
      run.typedCpuC === made.cpuC &&
      run.typedAmbientC === made.ambientC,
  );
  return found ? [`run ${found.label} has the same entry, setting and readings: is it pasted twice?`] : [];
}

/** What of each row is mostly a slip, beside the lab's runs and the rows before it. */
function askedOf({ view, rows }: Block): string[][] {
  const beside = new WrittenBeside(view);
  const same = sameLines(rows);
  return rows.map(({ made, line, cells }, i) =>
    made === null
      ? []
      : [
          ...(same[i] ? [`the same as line ${same[i]}: is it pasted twice?`] : []),
          ...runLike(view, made),
          ...widened(cells.text('load'), made),
          ...askedAbout(made, false, view.roundUp.rig.powerAt),
          ...beside.asked({ ...made, startedAt: '' }, `of line ${line}`),
        ],
  );
}

async function look(roundUpId: number, request: PasteRequest): Promise<PasteView> {
  const block = await readBlock(roundUpId, request);
  const { headings, as, asks, rows } = block;
  const asked = askedOf(block);
  return {
    ...{ headings, as, asks },
    offered: offeredRunColumns(headings, as),
    rows: shownRows(rows, (at) => asked[at]!),
  };
}

/** Takes the rows as typed runs: all of them in one transaction, or none and what is wrong with the first. */
async function take(roundUpId: number, request: PasteRequest): Promise<{ said: string; undo: unknown }> {
  const { rows } = await readBlock(roundUpId, request);
  const inputs = allMade(rows);
  const ids = await inTransaction(async (db) => {
    const made: number[] = [];
    for (const [i, input] of inputs.entries()) {
      const saved = await typeRunIn(db, roundUpId, input, 'pasted');
      if (!saved.saved)
        throw new Refused(`line ${rows[i]!.line}: ${'message' in saved ? saved.message : saved.asked[0]}`);
      made.push(saved.id);
    }
    return made;
  });
  return {
    said: ids.length === 1 ? 'One run is in the logbook' : `${ids.length} runs are in the logbook`,
    undo: ids,
  };
}

const undo = (roundUpId: number, ids: unknown, who: string) =>
  deleteRuns(roundUpId, undoOf(pastedIds, ids), who);

export const pasteRuns: PasteKind = { look, take, undo };
