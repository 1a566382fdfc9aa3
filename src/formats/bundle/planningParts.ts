import { array, date, object, ValidationError, type Schema } from 'yup';
import type { Brief } from '@/core/brief/brief';
import type { LabCase } from '@/core/cases/labCase';
import type { Entry } from '@/core/lineUp/entry';
import type { Product } from '@/core/lineUp/product';
import type { Sample } from '@/core/lineUp/sample';
import type { Verdict } from '@/core/verdict/verdictSheet';
import type { LeftOutPoint } from '@/core/plan/leftOut';
import type { PlanSheet } from '@/core/plan/planSheet';
import type { RigRemounts } from '@/core/rig/rigRemounts';
import type { RigBook } from '@/core/rig/instrument';
import type { RigSetup } from '@/core/rig/rigSetup';
import type { Problem } from '../problem';
import { briefSheet } from '@/contracts/sheets/briefSheet';
import { caseSheet } from '@/contracts/sheets/caseSheet';
import { leftOutPoints } from '@/contracts/sheets/leftOutSheet';
import { text, whole } from '@/contracts/sheets/fields';
import type { PlateSheet } from '@/contracts/sheets/plateSheet';
import type { PricesSheet } from '@/contracts/sheets/pricesSheet';
import { entrySheet, productSheet, sampleSheet } from '@/contracts/sheets/lineUpSheets';
import { planSheet } from '@/contracts/sheets/planSheet';
import { verdictSheet } from '@/contracts/sheets/verdictSheet';
import { rigBookSheet, rigRemounts, rigSetupSheet } from '@/contracts/sheets/rigSheets';

export interface BundleRevision {
  revision: number;
  startedAt: Date;
  reason: string;
  setup: RigSetup;
}

/** What was written of an entry, its product and its sample; null where nothing was. */
export interface BundleLineUp {
  product: Product | null;
  entry: Entry | null;
  sample: Sample | null;
  /** From flatness.csv; not in datapackage.json. */
  plate?: PlateSheet;
  /** From prices.csv; not in datapackage.json. */
  prices?: PricesSheet;
}

/** What a bundle says of deciding and planning; every part may be missing. In datapackage.json under `abanico`. */
export interface PlanningParts {
  brief: Brief | null;
  plan: PlanSheet | null;
  /** What the reviewer writes for readers. */
  verdict: Verdict | null;
  /** Number of the revision that the runs were made at. */
  revision: number | null;
  /** All revisions of the rig, oldest first. */
  revisions: BundleRevision[];
  book: RigBook | null;
  /** What other entries' remounts on that revision scattered by, in the lab that it comes from. */
  remounts: readonly RigRemounts[];
  /** The case that the rig stands in. */
  labCase: LabCase | null;
  /** Planned points that the bench left out, and why. */
  leftOut: readonly LeftOutPoint[];
  /** By the entry's id. */
  lineUp: Record<string, BundleLineUp>;
}

export const NO_PARTS: PlanningParts = {
  brief: null,
  plan: null,
  verdict: null,
  revision: null,
  revisions: [],
  book: null,
  remounts: [],
  labCase: null,
  leftOut: [],
  lineUp: {},
};

const revisions = array(
  object({
    revision: whole(1).required(),
    startedAt: date().required('a time was expected'),
    reason: text(1000),
    setup: rigSetupSheet.required(),
  }),
);

type Raw = Record<string, unknown>;
const isRecord = (value: unknown): value is Raw =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** Reads those parts; what does not fit its schema is left out and listed by its place. */
export function readPlanningParts(abanico: Raw): { parts: PlanningParts; problems: Problem[] } {
  const problems: Problem[] = [];
  function part<T>(schema: Schema<T>, value: unknown, place: string): T | null {
    if (value === undefined || value === null) return null;
    try {
      return schema.validateSync(value);
    } catch (error) {
      if (!(error instanceof ValidationError)) throw error;
      const column = `abanico.${place}${error.path ? `.${error.path}` : ''}`;
      problems.push({ file: 'datapackage.json', column, message: error.message });
      return null;
    }
  }
  const rig = isRecord(abanico.rig) ? abanico.rig : {};
  const lineUp: PlanningParts['lineUp'] = {};
  for (const [entry, other] of Object.entries(isRecord(abanico.lineUp) ? abanico.lineUp : {})) {
    if (!isRecord(other)) continue;
    const place = `lineUp.${entry}`;
    lineUp[entry] = {
      product: part(productSheet, other.product, `${place}.product`),
      entry: part(entrySheet, other.entry, `${place}.entry`),
      sample: part(sampleSheet, other.sample, `${place}.sample`),
    };
  }
  const parts: PlanningParts = {
    brief: part(briefSheet, abanico.brief, 'brief'),
    plan: part(planSheet, abanico.plan, 'plan'),
    verdict: part(verdictSheet, abanico.verdict, 'verdict'),
    revision: typeof rig.revision === 'number' ? rig.revision : null,
    revisions: (part(revisions, rig.revisions, 'rig.revisions') ?? []) as BundleRevision[],
    book: part(rigBookSheet, rig.book, 'rig.book'),
    remounts: part(rigRemounts, rig.remounts, 'rig.remounts') ?? [],
    labCase: part(caseSheet, rig.case, 'rig.case'),
    leftOut: part(leftOutPoints, abanico.leftOut, 'leftOut') ?? [],
    lineUp,
  };
  return { parts, problems };
}
