import { layoutProblem } from '@/core/cases/layout';
import { caseFor, usualCase, type LabCase } from '@/core/cases/labCase';
import {
  caseNamed,
  deleteCase,
  insertCase,
  listCases,
  listEnclosures,
  listLayoutsIn,
  renameCase,
  type CaseRow,
} from '@/database/lineUp/cases';
import { inTransaction, withDatabase, type Queryable } from '@/database/pool';
import { writeSheet } from '@/database/lineUp/sheets';
import { Refused } from '../refusal';

export interface CasesView {
  cases: (CaseRow & { roundUps: number })[];
  /** Enclosures that rigs stand in and nobody has noted. */
  unnoted: string[];
}

/** The cases that the lab keeps, and those that its rigs stand in without anything being known of them. */
export async function viewCases(): Promise<CasesView> {
  const { cases, enclosures } = await withDatabase(async (db) => ({
    cases: await listCases(db),
    enclosures: await listEnclosures(db),
  }));
  const same = (a: string, b: string) => a.toLowerCase() === b.toLowerCase();
  return {
    cases: cases.map((row) => ({
      ...row,
      roundUps: enclosures
        .filter(({ name }) => same(name, row.body.name))
        .reduce((sum, { roundUps }) => sum + roundUps, 0),
    })),
    unnoted: enclosures
      .map(({ name }) => name)
      .filter((name) => !cases.some((row) => same(row.body.name, name))),
  };
}

/** The case that each entry of a line-up is compared in, by its code; none on the open bench, or where nobody has noted it. */
export async function casesOfLineUp(
  items: readonly { code: string; product: { body: { name: string } } }[],
  enclosure: string,
): Promise<Record<string, LabCase>> {
  const cases = (await withDatabase(listCases)).map(({ body }) => body);
  return Object.fromEntries(
    items.flatMap(({ code, product }) => {
      const found = caseFor(cases, enclosure, product.body.name);
      return found ? [[code, found]] : [];
    }),
  );
}

/** Every layout that is compared in a case must go into it. @throws Refused with the layout and what is wrong with it */
async function refuseLayoutsOutside(db: Queryable, labCase: LabCase): Promise<void> {
  for (const { entry, layout } of await listLayoutsIn(db, labCase.name)) {
    const problem = layoutProblem(layout, labCase.sides);
    if (problem) throw new Refused(`“${entry}” would not go into it any more: ${problem}`, 'sides');
  }
}

/** Keeps a case under its name, with the places of a usual one to begin from. @throws Refused where the name is taken */
export async function addCase(name: string, who: string): Promise<number> {
  return inTransaction((db) => keepCase(db, usualCase(name), who));
}

/** Keeps a case that the lab has not; one of its name stays as it is. */
export async function keepNewCase(db: Queryable, labCase: LabCase, who: string): Promise<void> {
  if (!(await caseNamed(db, labCase.name))) await keepCase(db, labCase, who);
}

async function keepCase(db: Queryable, labCase: LabCase, who: string): Promise<number> {
  if (await caseNamed(db, labCase.name)) throw new Refused(`the lab has “${labCase.name}” already`, 'name');
  await refuseLayoutsOutside(db, labCase);
  const owner = await insertCase(db, labCase.name);
  await writeSheet(db, { kind: 'case', owner, version: 0, body: labCase, who, reason: '' });
  return owner;
}

/** What follows from a case written anew: its name, and that the layouts compared in it still go into it. */
export async function afterCase(db: Queryable, id: number, labCase: LabCase): Promise<void> {
  await renameCase(db, id, labCase.name);
  await refuseLayoutsOutside(db, labCase);
}

/** Takes a case out of the lab; its rigs keep their enclosure's name, and layouts are drawn in a usual case again. */
export async function removeCase(id: number): Promise<void> {
  await inTransaction(async (db) => {
    if (!(await deleteCase(db, id))) throw new Refused('this case is not there any more');
  });
}
