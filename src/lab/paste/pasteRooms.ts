import { array, object } from 'yup';
import { bounded, whole } from '@/contracts/sheets/fields';
import { outOfBounds } from '@/core/bounds';
import { plural } from '@/core/words';
import { readPasted } from '@/formats/pastedBlock';
import type { RoundUpView } from '../model/roundUpView';
import { Refused } from '../refusal';
import { editRuns } from '../runs/editRun';
import { entryNamed } from './entryNamed';
import {
  allMade,
  pastedInto,
  recognised,
  RowCells,
  shownRows,
  undoOf,
  type MadeRow,
  type PasteColumn,
  type PasteKind,
  type PasteRequest,
} from './pasteColumns';

const COLUMNS: readonly PasteColumn[] = [
  { id: 'entry', label: 'Entry', called: ['entry', 'product', 'cooler', 'name', 'model', 'heatsink', 'fan'] },
  { id: 'mount', label: 'Mount', called: ['mount', 'mounting'] },
  { id: 'setting', label: 'Fans (setting)', called: ['setting', 'fans', 'fan setting', 'step'] },
  {
    id: 'floorDb',
    label: 'Room, dB(A)',
    called: ['room', 'floor', 'noise floor', 'room noise', 'background', 'level', 'noise', 'db', 'dba'],
  },
];

const floorsTaken = array(
  object({
    run: whole(1).required(),
    version: whole().required(),
    was: bounded('levelDb').required(),
    isNow: bounded('levelDb').required(),
  }).required(),
).required();

interface Floor {
  run: number;
  version: number;
  was: number;
  isNow: number;
}

function madeFloors({ entries, runs }: RoundUpView, cells: RowCells): Floor[] | null {
  const named = entryNamed(entries, cells.text('entry'));
  if ('wrong' in named) cells.fail('entry', named.wrong);
  const floorDb = cells.number('floorDb');
  const wrong = floorDb === null ? 'a level was expected' : outOfBounds('levelDb', floorDb);
  if (wrong) cells.fail('floorDb', wrong);
  const mount = cells.number('mount');
  const setting = cells.text('setting').toLowerCase();
  if (!cells.isSound || 'wrong' in named) return null;
  const meant = runs.filter(
    (run) =>
      run.entry === named.entry &&
      (mount === null || run.mount === mount) &&
      (setting === '' || run.setting.toLowerCase() === setting),
  );
  if (meant.length === 0) cells.fail('', 'no run of this entry, mount and setting');
  return cells.isSound
    ? meant.map(({ id, version, floorDb: was }) => ({ run: id, version, was, isNow: floorDb! }))
    : null;
}

async function readBlock(roundUpId: number, request: PasteRequest) {
  const view = await pastedInto(roundUpId);
  const { headings, rows } = readPasted(request.text);
  const as = request.as ?? recognised(headings, COLUMNS);
  const made = rows.map(({ line, cells: texts }): MadeRow<Floor[]> => {
    const cells = new RowCells(texts, as);
    return { line, cells, made: madeFloors(view, cells) };
  });
  return { headings, as, rows: made };
}

async function write(roundUpId: number, floors: readonly Omit<Floor, 'was'>[], who: string): Promise<void> {
  const edits = floors.map(({ run, version, isNow }) => ({ run, version, changes: { floorDb: isNow } }));
  if (edits.length === 0) throw new Refused('no run has another level of the room by this');
  const result = await editRuns(roundUpId, { who, confirmed: true, edits });
  if (!result.saved) throw new Refused('one of these runs was changed meanwhile: paste again');
}

/** Levels of the room alone, by entry, mount and setting, put in the place of those that stand. */
export const pasteRooms: PasteKind = {
  async look(roundUpId, request) {
    const { headings, as, rows } = await readBlock(roundUpId, request);
    const offered = COLUMNS.map(({ id, label }) => ({ id, label }));
    const asked = (at: number) => (rows[at]!.made ? [`for ${plural(rows[at]!.made.length, 'run')}`] : []);
    return { headings, as, asks: [], offered, rows: shownRows(rows, asked) };
  },
  async take(roundUpId, request) {
    const all = allMade((await readBlock(roundUpId, request)).rows).flat();
    // The last line on a run holds.
    const floors = [...new Map(all.map((floor) => [floor.run, floor])).values()];
    const moved = floors.filter(({ was, isNow }) => was !== isNow);
    await write(roundUpId, moved, request.who);
    return { said: `${plural(moved.length, 'run has', 'runs have')} another level of the room`, undo: moved };
  },
  async undo(roundUpId, undo, who) {
    const floors = undoOf(floorsTaken, undo).map(({ run, version, was }) => ({
      run,
      version: version + 1,
      isNow: was,
    }));
    await write(roundUpId, floors, who);
  },
};
