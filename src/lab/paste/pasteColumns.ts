import { array, ValidationError, type Schema } from 'yup';
import { whole } from '@/contracts/sheets/fields';
import { headingUnit } from '@/formats/log/headingUnit';
import { pastedNumber } from '@/formats/pastedBlock';
import { viewRoundUp, type RoundUpView } from '../model/roundUpView';
import { Refused } from '../refusal';

/** What a column of a pasted block can be. */
export interface PasteColumn {
  id: string;
  label: string;
  /** Headings by which it is known, in small letters; without their unit. */
  called: readonly string[];
}

/** A heading as it is compared: small letters, its unit and all signs taken off. */
export function plainHeading(heading: string): string {
  return headingUnit(heading)
    .name.replace(/[([{].*?[)\]}]/g, ' ')
    .normalize('NFD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}%]+/gu, ' ')
    .trim();
}

/** A heading without case, accents and signs, its unit included: labels of Abanico are compared whole. */
const wholeHeading = (heading: string): string =>
  heading
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}%]+/gu, ' ')
    .trim();

/**
 * Recognises each column by its heading, or returns null. Abanico's own labels and column names come first, then units, then other names.
 * Of two columns of one meaning the first counts.
 */
export function recognised(
  headings: readonly string[],
  columns: readonly PasteColumn[],
  more: {
    /** What a unit says before any name. */
    first?: (heading: string) => string | null;
    /** What words say where no name fits. */
    otherwise?: (heading: string) => string | null;
  } = {},
): (string | null)[] {
  const taken = new Set<string>();
  return headings.map((heading) => {
    const plain = plainHeading(heading);
    const whole = wholeHeading(heading);
    const labelled = columns.find(
      ({ id, label }) => whole !== '' && [wholeHeading(label), wholeHeading(id)].includes(whole),
    );
    const own = columns.find(
      ({ id, called }) => plain !== '' && (called.includes(plain) || plain === id.toLowerCase()),
    );
    const named = own?.id ?? (plain === '' ? null : (more.otherwise?.(heading) ?? null));
    const id = labelled?.id ?? more.first?.(heading) ?? named;
    if (id === null || taken.has(id)) return null;
    // Of readings at places each column is another place.
    if (!id.endsWith('@')) taken.add(id);
    return id;
  });
}

/** What all rows share, where no column has it. */
export interface PasteAsk {
  id: string;
  label: string;
  value: string;
  /** Null where a number is typed. */
  choices: { value: string; label: string }[] | null;
}

export interface PastedRow {
  line: number;
  cells: string[];
  /** What is wrong, by the column’s place. */
  faults: Record<number, string>;
  /** What is wrong with the row as a whole; empty where nothing is. */
  fault: string;
  /** What is mostly a slip, and is taken all the same. */
  asked: string[];
}

/** A pasted block as it would be taken. */
export interface PasteView {
  headings: string[];
  as: (string | null)[];
  offered: { id: string; label: string }[];
  asks: PasteAsk[];
  rows: PastedRow[];
}

export interface PasteRequest {
  text: string;
  /** What the reviewer says that columns are; null for all by their headings. */
  as: (string | null)[] | null;
  shared: Readonly<Record<string, string>>;
  who: string;
  /** The day it is, as 2026-11-29. */
  today: string;
}

/** What a kind of block does with what was pasted: looks at it, takes it, takes it back. */
export interface PasteKind {
  look: (roundUpId: number, request: PasteRequest) => Promise<PasteView>;
  /** What was taken, in words, and what takes it back. @throws Refused where a row cannot be taken: then none is */
  take: (roundUpId: number, request: PasteRequest) => Promise<{ said: string; undo: unknown }>;
  undo: (roundUpId: number, undo: unknown, who: string) => Promise<void>;
}

/** Cells of a row by what they are, with what is wrong with them. */
export class RowCells {
  readonly faults: Record<number, string> = {};
  /** What is wrong with the row where no column has it; empty where nothing is. */
  fault = '';
  constructor(
    readonly cells: readonly string[],
    private readonly as: readonly (string | null)[],
    private readonly shared: Readonly<Record<string, string>> = {},
  ) {}
  text(id: string): string {
    const at = this.as.indexOf(id);
    return (at >= 0 ? this.cells[at] : this.shared[id])?.trim() ?? '';
  }
  /** Null where the cell is empty, or holds no number, which is its fault then. */
  number(id: string): number | null {
    const text = this.text(id);
    const value = text === '' ? null : pastedNumber(text);
    if (text !== '' && value === null) this.fail(id, `not a number: "${text}"`);
    return value;
  }
  /** Puts a fault where the column is, the first of each. */
  fail(id: string, message: string): void {
    const at = this.as.indexOf(id);
    if (at >= 0) this.faults[at] ??= message;
    else this.fault ||= message;
  }
  get isSound(): boolean {
    return this.fault === '' && Object.keys(this.faults).length === 0;
  }
}

/** A row as it was read, with what it makes; null where something is wrong with it. */
export interface MadeRow<T> {
  line: number;
  cells: RowCells;
  made: T | null;
}

/** Rows for the page, `asked` beside each. */
export const shownRows = (
  rows: readonly MadeRow<unknown>[],
  asked: (at: number) => string[] = () => [],
): PastedRow[] =>
  rows.map(({ line, cells: { cells, faults, fault } }, i) => ({
    ...{ line, cells: [...cells], faults, fault, asked: asked(i) },
  }));

/** For each row the line of an earlier one that is the same, cell by cell; null where none is. */
export function sameLines(rows: readonly MadeRow<unknown>[]): (number | null)[] {
  const seen = new Map<string, number>();
  return rows.map(({ line, cells: { cells } }) => {
    const key = JSON.stringify(cells.map((cell) => cell.trim()));
    const earlier = seen.get(key) ?? null;
    if (earlier === null) seen.set(key, line);
    return earlier;
  });
}

/** What all rows make. @throws Refused with the line and the fault of the first that makes nothing */
export function allMade<T>(rows: readonly MadeRow<T>[]): T[] {
  return rows.map(({ line, cells, made }) => {
    if (made !== null) return made;
    throw new Refused(
      `line ${line}: ${cells.fault || (Object.values(cells.faults)[0] ?? 'cannot be taken')}`,
    );
  });
}

/** What takes a block back, as `take` gave it. @throws Refused where it is no such thing */
export function undoOf<T>(schema: Schema<T>, undo: unknown): T {
  try {
    return schema.validateSync(undo, { strict: true });
  } catch (error) {
    if (error instanceof ValidationError) throw new Refused('this takes nothing back');
    throw error;
  }
}

/** What was made of a block, where it is known by its ids alone. */
export const pastedIds = array(whole(1).required()).required();

/** What all rows share, as the reviewer has chosen or as it is first, for what no column has. */
export function asksFor(
  all: readonly PasteAsk[],
  as: readonly (string | null)[],
  shared: PasteRequest['shared'],
): { asks: PasteAsk[]; values: Record<string, string> } {
  const asks = all
    .filter(({ id }) => !as.includes(id))
    .map((ask) => ({ ...ask, value: shared[ask.id] ?? ask.value }));
  return { asks, values: Object.fromEntries(asks.map(({ id, value }) => [id, value])) };
}

/** The round-up that a block is pasted into. @throws Refused where it is gone */
export async function pastedInto(roundUpId: number): Promise<RoundUpView> {
  const view = await viewRoundUp(roundUpId);
  if (!view) throw new Refused('this round-up is not there any more');
  return view;
}
