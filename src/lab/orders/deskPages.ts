import { questionOf } from '@/core/brief/questions';
import { hasGrid } from '@/core/judgement/heatsinkFanGrid';
import { isFixedWatts } from '@/core/runs/load';
import { countVersions } from '@/database/roundUps/publications';
import { withDatabase } from '@/database/pool';
import { hasRecordings } from '@/database/sound/recordings';
import { readPlaces } from '../air/readPlaces';
import { viewShownLineUp } from '../lineUp/shownLineUp';
import { memoized } from '../model/cachedUntilWritten';
import { riseCurves, type RoundUpView } from '../model/roundUpView';
import { heatsinksAndFans } from './heatsinksAndFans';

/** A page under Curves or Verdict, with the views that it is made of; paths stand under the round-up's address. */
export interface DeskPage {
  name: string;
  path: string;
  parts: { name: string; path: string }[];
}

/** A page for which there is nothing yet: what it needs, and where that is done. */
export interface DeskNeed {
  name: string;
  needs: string;
  path: string;
  does: string;
}

/** The second line of a stage. */
export interface DeskLine {
  roundUpId: number;
  name: string;
  pages: DeskPage[];
  needs: DeskNeed[];
}

type Offered = DeskPage & { isThere: boolean; needs: Omit<DeskNeed, 'name'> };

function lineOf(roundUpId: number, name: string, pages: readonly Offered[]): DeskLine {
  return {
    ...{ roundUpId, name },
    pages: pages.filter(({ isThere }) => isThere).map(({ name, path, parts }) => ({ name, path, parts })),
    needs: pages
      .filter(({ isThere, needs }) => !isThere && needs.needs !== '')
      .map(({ name, needs }) => ({ name, ...needs })),
  };
}

const MEASURE = { path: 'bench', does: 'Measure' };

const measuredEntries = ({ runs }: RoundUpView) =>
  new Set(runs.filter(({ setAside }) => setAside === '').map(({ entry }) => entry)).size;

/** The pages under Curves, each only where there is something to see. */
export const pagesOfCurves = memoized(async (view: RoundUpView): Promise<DeskLine> => {
  const { id } = view.roundUp;
  const [places, recorded, lineUp] = await Promise.all([
    readPlaces(view),
    withDatabase((db) => hasRecordings(db, id)),
    viewShownLineUp(id),
  ]);
  const measured = measuredEntries(view);
  const hasRise = riseCurves(view).some(({ curves }) => curves.some(({ points }) => points.length > 0));
  const grid = hasRise && hasGrid(heatsinksAndFans(lineUp).map(({ heatsink, fan }) => ({ heatsink, fan })));
  const measures = [
    { name: 'Measures', path: 'curves/beyond' },
    ...(hasRise ? [{ name: 'Weights', path: 'curves/weights' }] : []),
    ...(grid ? [{ name: 'Heatsinks and fans', path: 'curves/grid' }] : []),
  ];
  const isOf = (isThere: boolean, needs: Offered['needs']) => ({ isThere, needs });
  const plain = (name: string, path: string) => ({ name, path, parts: [] });
  return lineOf(id, 'Pages of Curves', [
    { ...plain('Curves', 'curves'), ...isOf(true, { ...MEASURE, needs: '' }) },
    {
      ...plain('Head to head', 'curves/pair'),
      parts: [
        { name: 'Two entries', path: 'curves/pair' },
        { name: 'Everything measured', path: 'curves/side' },
      ],
      ...isOf(measured > 1, { ...MEASURE, needs: 'needs two entries with runs.' }),
    },
    {
      ...plain('Ways to compare', 'curves/ways'),
      ...isOf(measured > 1, { ...MEASURE, needs: 'needs two entries with runs.' }),
    },
    {
      ...plain('Beyond the line', 'curves/beyond'),
      parts: measures,
      ...isOf(measured > 0, { ...MEASURE, needs: 'needs runs that count.' }),
    },
    {
      ...plain('Air', 'curves/air'),
      ...isOf(
        places.some(({ quantity }) => quantity === 'flow'),
        {
          // Whoever compares coolers asks nothing of a flow chamber.
          needs:
            questionOf(view.brief.question).one === 'fan'
              ? 'needs fans read at a flow chamber: flow and pressure.'
              : '',
          path: 'logbook',
          does: 'Type readings',
        },
      ),
    },
    {
      ...plain('Sound', 'curves/sound'),
      ...isOf(recorded, { needs: 'needs a recording.', path: 'curves/sound', does: 'Import recordings' }),
    },
  ]);
});

/** The pages under Verdict. */
export const pagesOfVerdict = memoized(async (view: RoundUpView): Promise<DeskLine> => {
  const { id } = view.roundUp;
  const versions = await withDatabase((db) => countVersions(db, id));
  const fits = riseCurves(view).some(
    ({ load, curves }) => isFixedWatts(load) && curves.some(({ points }) => points.length > 0),
  );
  const always = { isThere: true, needs: { ...MEASURE, needs: '' } };
  return lineOf(id, 'Pages of Verdict', [
    { name: 'Verdict', path: 'verdict', parts: [], ...always },
    { name: 'Value', path: 'verdict/value', parts: [], ...always },
    {
      ...{ name: 'What fits', path: 'verdict/fits', parts: [] },
      ...{ isThere: fits, needs: { ...MEASURE, needs: 'needs a rise at fixed watts.' } },
    },
    {
      ...{ name: 'Write', path: 'verdict/write' },
      parts: [
        { name: 'Text', path: 'verdict/write' },
        { name: 'Video graphics', path: 'verdict/plates' },
      ],
      ...always,
    },
    {
      ...{ name: 'Versions', path: 'verdict/versions', parts: [] },
      isThere: versions > 0,
      needs: {
        needs: 'come with the first that is published.',
        path: 'verdict/write',
        does: 'Write and publish',
      },
    },
  ]);
});
