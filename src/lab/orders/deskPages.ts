import { PAGES, type RoundUpPage } from '@/contracts/roundUpPages';
import { questionOf } from '@/core/brief/questions';
import { hasGrid } from '@/core/judgement/heatsinkFanGrid';
import { isFixedWatts } from '@/core/runs/load';
import { countVersions } from '@/database/roundUps/publications';
import { withDatabase } from '@/database/pool';
import { hasRecordings } from '@/database/sound/recordings';
import { hasPlate } from '@/core/lineUp/product';
import { readPlaces } from '../air/readPlaces';
import { viewShownLineUp } from '../lineUp/shownLineUp';
import { memoized } from '../model/cachedUntilWritten';
import { measuredRises, sourceWords, type RoundUpView } from '../model/roundUpView';
import { heatsinksAndFans } from './beyond/heatsinksAndFans';

/** A page under a stage, with the views that it is made of, where there are several. */
export interface DeskPage extends RoundUpPage {
  parts: RoundUpPage[];
}

/** A page for which there is nothing yet: what it lacks, and where that is done. */
export interface DeskLack {
  name: string;
  lacks: string;
  path: string;
  does: string;
}

/** The second line of a stage. */
export interface DeskLine {
  roundUpId: number;
  /** Of the round-up, and where its figures come from: what a picture says of itself. */
  title: string;
  source: string;
  name: string;
  pages: DeskPage[];
  lacking: DeskLack[];
}

/** A page that is offered, or what it lacks. */
type Offer = DeskPage | DeskLack;

const offered = (page: RoundUpPage, parts: RoundUpPage[] = []): DeskPage => ({ ...page, parts });
const lacking = ({ name }: RoundUpPage, lacks: string, path: string, does: string): DeskLack => ({
  ...{ name, lacks, path, does },
});
const measure = (page: RoundUpPage, lacks: string) => lacking(page, lacks, PAGES.bench.path, 'Measure');

const lineOf = (view: RoundUpView, name: string, offers: readonly Offer[]): DeskLine => ({
  ...{ roundUpId: view.roundUp.id, title: view.roundUp.title, source: sourceWords(view), name },
  pages: offers.filter((offer) => 'parts' in offer),
  lacking: offers.filter((offer) => 'lacks' in offer),
});

/** The pages under Curves, each only where there is something to see. */
export const pagesOfCurves = memoized(async (view: RoundUpView): Promise<DeskLine> => {
  const { id } = view.roundUp;
  const [places, recorded, lineUp] = await Promise.all([
    readPlaces(view),
    withDatabase((db) => hasRecordings(db, id)),
    viewShownLineUp(id),
  ]);
  const measured = new Set(view.runs.filter(({ setAside }) => setAside === '').map(({ entry }) => entry))
    .size;
  const hasRise = measuredRises(view).length > 0;
  const measures = [
    { ...PAGES.beyond, name: 'Measures' },
    ...(hasRise ? [PAGES.weights] : []),
    ...(hasRise && hasGrid(heatsinksAndFans(lineUp)) ? [PAGES.grid] : []),
  ];
  const ofTwo = (page: RoundUpPage, parts?: RoundUpPage[]) =>
    measured > 1 ? offered(page, parts) : measure(page, 'needs two entries with runs.');
  const hasFlow = places.some(({ quantity }) => quantity === 'flow');
  // Whoever compares coolers asks nothing of a flow chamber.
  const isOfFans = questionOf(view.brief.question).one === 'fan';
  const flowNeeded = lacking(
    PAGES.air,
    'needs fans read at a flow chamber: flow and pressure.',
    PAGES.logbook.path,
    'Type readings',
  );
  return lineOf(view, 'Pages of Curves', [
    offered(PAGES.curves),
    ofTwo(PAGES.pair, [{ ...PAGES.pair, name: 'Two entries' }, PAGES.side]),
    ofTwo(PAGES.ways),
    measured > 0 ? offered(PAGES.beyond, measures) : measure(PAGES.beyond, 'needs runs that count.'),
    ...(hasFlow ? [offered(PAGES.air)] : isOfFans ? [flowNeeded] : []),
    recorded
      ? offered(PAGES.sound, [{ ...PAGES.sound, name: 'Recordings' }, PAGES.listen])
      : lacking(PAGES.sound, 'needs a recording.', PAGES.sound.path, 'Import recordings'),
  ]);
});

/** The pages under Verdict. */
export const pagesOfVerdict = memoized(async (view: RoundUpView): Promise<DeskLine> => {
  const { id } = view.roundUp;
  const versions = await withDatabase((db) => countVersions(db, id));
  const isAtWatts = measuredRises(view).some(({ load }) => isFixedWatts(load));
  return lineOf(view, 'Pages of Verdict', [
    offered(PAGES.verdict),
    offered(PAGES.value),
    isAtWatts ? offered(PAGES.fits) : measure(PAGES.fits, 'needs a rise at fixed watts.'),
    offered(PAGES.write, [{ ...PAGES.write, name: 'Text' }, PAGES.videoGraphics]),
    versions > 0
      ? offered(PAGES.versions)
      : lacking(
          PAGES.versions,
          'come with the first that is published.',
          PAGES.write.path,
          'Write and publish',
        ),
  ]);
});

/** The pages under Line-up: plates, where some entry has one. */
export const pagesOfLineUp = memoized(async (view: RoundUpView): Promise<DeskLine> => {
  const lineUp = await viewShownLineUp(view.roundUp.id);
  const plates = lineUp.some(({ product }) => hasPlate(product.body.kind)) ? [offered(PAGES.plates)] : [];
  return lineOf(view, 'Pages of Line-up', [offered(PAGES.lineUp), ...plates]);
});

/** The pages under Rig. */
export const pagesOfRig = (view: RoundUpView): DeskLine =>
  lineOf(view, 'Pages of Rig', [offered(PAGES.rig), offered(PAGES.watch), offered(PAGES.bridge)]);
