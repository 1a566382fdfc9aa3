import type { Schema } from 'yup';
import { defaultSetup } from '@/core/rig/rigSetup';
import { defaultPlanSettings } from '@/core/plan/planSettings';
import { entrySheet, productSheet, sampleSheet } from '@/contracts/sheets/lineUpSheets';
import { planSheet } from '@/contracts/sheets/planSheet';
import { rigSetupSheet } from '@/contracts/sheets/rigSheets';
import {
  entryChange,
  newCase,
  newEntry,
  newMethod,
  newRoundUp,
  newVariant,
  roundUpChange,
  roundUpCopy,
} from '@/lab/planning/planningSchemas';

/** What a schema says of a body: empty where it takes it. */
function told(schema: Schema, body: unknown): string {
  try {
    schema.validateSync(body);
    return '';
  } catch (error) {
    if ((error as Error).name !== 'ValidationError') throw error;
    return (error as Error).message;
  }
}

const PRODUCT = { name: 'Levante', kind: 'air-tower' };

test.each<[string, object, string]>([
  ['as little as is needed', {}, ''],
  ['no name', { name: '' }, 'the product needs a name'],
  ['a name that is a number', { name: 7 }, 'a text was expected'],
  ['a name that is a list', { name: ['Levante'] }, 'must be a `string`'],
  ['a kind that there is not', { kind: 'toaster' }, 'must be one of'],
  ['a height below nothing', { heightMm: -1 }, 'cannot be negative'],
  ['a height beyond any room', { heightMm: 3000 }, 'over 2000'],
  ['a height as a text', { heightMm: '158' }, 'a number was expected'],
  ['a price that never ends', { price: Number.POSITIVE_INFINITY }, 'a number was expected'],
  ['no price', { price: null }, ''],
  ['a currency in small letters', { currency: 'eur' }, 'a currency as EUR'],
  ['a day that is not', { pricedOn: '2026-02-30' }, 'a day as 2026-12-01'],
  ['a day of another age', { pricedOn: '1889-12-01' }, 'a year from 1990 to 2100'],
  ['no piece in the pack', { packSize: 0 }, 'at least 1'],
  ['half a piece', { packSize: 1.5 }, 'a whole number'],
])('a product with %s', (_, part, message) => {
  expect(told(productSheet, { ...PRODUCT, ...part })).toContain(message);
  if (message === '') expect(told(productSheet, { ...PRODUCT, ...part })).toBe('');
});

test.each<[string, object, string]>([
  ['nothing on it', {}, ''],
  ['two fans', { fans: [{ name: 'Brisa 140', count: 2 }] }, ''],
  ['a fan without a name', { fans: [{ name: ' ', count: 1 }] }, 'the fan needs a name'],
  ['no fan of a name', { fans: [{ name: 'Brisa', count: 0 }] }, 'at least 1'],
  ['a fan that is nothing', { fans: [null] }, 'cannot be null'],
  ['fans as a text', { fans: 'two' }, 'must be a `array`'],
  ['a fan that pays', { fans: [{ name: 'Brisa', count: 1, eachPrice: -3 }] }, 'cannot be negative'],
  [
    'a place on the moon',
    { layout: [{ place: 'roof', slot: 1, direction: 'in', fan: 'B' }] },
    'must be one of',
  ],
  [
    'a slot before the first',
    { layout: [{ place: 'rear', slot: 0, direction: 'in', fan: 'B' }] },
    'at least 1',
  ],
  ['a fan blowing up', { layout: [{ place: 'rear', slot: 1, direction: 'up', fan: 'B' }] }, 'must be one of'],
])('an entry with %s', (_, part, message) => {
  const said = told(entrySheet, part);
  if (message === '') expect(said).toBe('');
  else expect(said).toContain(message);
});

test.each<[string, object, string]>([
  ['as it came', {}, ''],
  ['without a label', { label: '' }, 'the sample needs a label'],
  ['of unknown state', { state: 'lost' }, 'must be one of'],
  ['stolen', { source: 'stolen' }, 'must be one of'],
  ['with a diary', { diary: [{ on: '2026-11-12', event: 'arrived', note: '' }] }, ''],
  ['with a day that nobody wrote', { diary: [{ on: '', event: 'arrived' }] }, 'a day was expected'],
  ['with an event of no kind', { diary: [{ on: '2026-11-12', event: 'sang' }] }, 'must be one of'],
  ['handled for minus a minute', { handling: { minutes: -1 } }, 'cannot be negative'],
])('a sample %s', (_, part, message) => {
  const said = told(sampleSheet, { label: 'A', ...part });
  if (message === '') expect(said).toBe('');
  else expect(said).toContain(message);
});

const SETUP = defaultSetup({ enclosure: 'open', meterDistanceCm: 60, limitC: 90 });

test.each<[string, object, string]>([
  ['of defaults', {}, ''],
  ['of the version before, without a regulators’ limit', { regulatorLimitC: undefined }, ''],
  ['with a regulators’ limit', { regulatorLimitC: 105 }, ''],
  ['with one that melts', { regulatorLimitC: 900 }, 'between 30 and 150 °C'],
  ['with a meter in another town', { meterDistanceCm: 5000 }, 'between 1 and 1000 cm'],
  ['with a limit as a text', { limitC: '90' }, 'a number was expected'],
  ['without a limit', { limitC: null }, ''],
])('a rig %s', (name, part, message) => {
  const said = told(rigSetupSheet, { ...SETUP, ...part });
  if (name === 'without a limit') expect(said).not.toBe('');
  else if (message === '') expect(said).toBe('');
  else expect(said).toContain(message);
  if (part && 'regulatorLimitC' in part && part.regulatorLimitC === undefined)
    expect(rigSetupSheet.validateSync({ ...SETUP, ...part }).regulatorLimitC).toBeNull();
});

test.each<[string, object, string]>([
  ['as it begins', {}, ''],
  ['with no pass', { passes: 0 }, 'at least 1'],
  ['with a day that is none', { startOn: '2026-13-01' }, 'a day as'],
  ['with a soak that never ends', { airSoakMin: Number.POSITIVE_INFINITY }, 'a number was expected'],
  ['with settings as a text', { settings: '60 %' }, 'must be a `array`'],
])('a plan %s', (_, part, message) => {
  const settings = { ...defaultPlanSettings('2026-11-25'), ...part };
  const said = told(planSheet, { settings, order: [], droppedLoads: [], pilot: null });
  if (message === '') expect(said).toBe('');
  else expect(said).toContain(message);
});

test.each<[string, Schema, unknown, string]>([
  [
    'a round-up without a title',
    newRoundUp,
    { title: ' ', question: 'coolers', rigName: 'A' },
    'needs a title',
  ],
  [
    'a round-up on no rig',
    newRoundUp,
    { title: 'T', question: 'coolers', rigName: '' },
    'the rig needs a name',
  ],
  [
    'a round-up on a rig that is there',
    newRoundUp,
    { title: 'T', question: 'coolers', rigRevisionId: 1 },
    '',
  ],
  ['a question nobody asks', newRoundUp, { title: 'T', question: 'why', rigName: 'A' }, 'must be one of'],
  ['a copy of a kind unsaid', roundUpCopy, { title: 'T' }, 'with its runs, or without?'],
  ['a title as a list', roundUpChange, { title: ['T'] }, 'must be a `string`'],
  ['a product of no kind', newEntry, { name: 'A', kind: 'air' }, 'must be one of'],
  ['a lab fan without a name', newVariant, { entryId: 1, variant: 'lab-fan' }, 'which fan is the lab’s?'],
  ['a copy without a name', newVariant, { entryId: 1, variant: 'copy' }, 'the new layout needs a name'],
  ['a second fan without a name', newVariant, { entryId: 1, variant: 'second-fan' }, ''],
  [
    'a variant of half an entry',
    newVariant,
    { entryId: 1.5, variant: 'copy', fanName: 'A' },
    'a whole number',
  ],
  ['a sample without a label', entryChange, { sample: '' }, 'the sample needs a label'],
  ['a case without a name', newCase, { name: '' }, 'the case needs a name'],
  ['a case with more than a name', newCase, { name: 'Cofre', sides: [] }, ''],
  ['a method that is nothing', newMethod, { name: 'Ours', body: null }, 'body is a required field'],
])('%s', (_, schema, body, message) => {
  const said = told(schema, body);
  if (message === '') expect(said).toBe('');
  else expect(said).toContain(message);
});
