import type { ReadersCopy } from '@/contracts/readersCopy';
import { unpack, type Packed } from '@/core/packed';
import { chart } from './chart';
import {
  chosenOrders,
  choiceHash,
  choiceOf,
  WAY_NAMES,
  waysOf,
  type Choice,
  type ReadersWay,
} from './choice';
import { h, redraw } from './dom';
import { choiceField, numberField } from './fields';
import { fitsOf } from './machine';
import { fitsPart, machineFields } from './machinePart';
import { orderPart } from './orderPart';
import { pairOf } from './pair';
import { pairPart } from './pairPart';
import { standingOf } from './standing';

/** The figures of this version, as they lie in the file; the browser unpacks them beside the page. */
async function copyIn(text: string): Promise<ReadersCopy> {
  const letters = atob(text.slice(text.indexOf(',') + 1).trim());
  const bytes = new Uint8Array(letters.length);
  for (let i = 0; i < letters.length; i += 1) bytes[i] = letters.charCodeAt(i);
  const unpacked = new Blob([bytes]).stream().pipeThrough(new DecompressionStream('deflate-raw'));
  return unpack((await new Response(unpacked).text()) as Packed<ReadersCopy>);
}

const QUIET_MS = 250;
const REST_MS = 60;

/**
 * Does the last of what it was given, once so long has passed without another, and not before its part is wanted: nearly in sight, chosen
 * in, or printed.
 */
function laterIn(part: HTMLElement, restMs: number): (work: () => void) => void {
  let waiting: ReturnType<typeof setTimeout> | undefined;
  let last: (() => void) | null = null;
  let isWanted = false;
  const want = () => {
    if (isWanted) return;
    isWanted = true;
    watcher.disconnect();
    last?.();
  };
  const watcher = new IntersectionObserver(
    (entries) => entries.some(({ isIntersecting }) => isIntersecting) && want(),
    { rootMargin: '200px' },
  );
  watcher.observe(part);
  for (const event of ['change', 'focusin', 'input']) part.parentElement?.addEventListener(event, want);
  addEventListener('beforeprint', want);
  return (work) => {
    last = work;
    clearTimeout(waiting);
    if (isWanted) waiting = setTimeout(work, restMs);
  };
}

/** What a report answers by itself: an order at the reader’s own noise, two entries, a machine. */
function answer(copy: ReadersCopy, ask: HTMLElement, more: HTMLElement): void {
  let choice = choiceOf(copy, location.hash);
  // Asked while nothing was changed yet: later the page would have to be laid out for it.
  let widthPx = ask.clientWidth;
  const opened = new Set<string>();
  const [choices, status, picture, order, pairFields, pair, machine, fits] = Array.from({ length: 8 }, () =>
    h('div'),
  ) as HTMLElement[] & { length: 8 };
  choices!.className = 'ask-choices';
  status!.setAttribute('role', 'status');
  const hasPair = copy.entries.length > 1;
  const hasFits = fitsOf(copy, choice.machine) !== null;
  if (hasPair) more.append(h('section', {}, h('h2', {}, 'One against another'), pairFields!, pair!));
  if (hasFits) more.append(h('section', {}, h('h2', {}, 'In your machine'), machine!, fits!));

  const lineDb = () =>
    choice.way === 'noise' ? (choice.at ?? copy.noiseLinesDba[0]!) : copy.noiseLinesDba[0]!;

  /** The pair is drawn when the line rests: the order alone follows a hand. */
  const pairLater = laterIn(pair!, REST_MS);
  const fitsLater = laterIn(fits!, 0);
  let written: ReturnType<typeof setTimeout> | undefined;
  /** The address follows when the hand rests. */
  function write(): void {
    clearTimeout(written);
    written = setTimeout(() => history.replaceState(null, '', `#${choiceHash(copy, choice)}`), QUIET_MS);
  }

  function change(part: Partial<Choice>): void {
    const what = { ...choice, ...part };
    const ways = waysOf(copy, what);
    const way = ways.includes(what.way) ? what.way : ways[0]!;
    const loads = [...chosenOrders(copy, what).values()][0]!.loads;
    choice = {
      ...what,
      way,
      // A place on one axis is none on another.
      at: way === choice.way ? what.at : (part.at ?? null),
      load: loads.some(({ key }) => key === what.load) ? what.load : loads[0]!.key,
    };
    draw();
    write();
  }

  function drawChoices(): void {
    const { response, place, load, way } = choice;
    const standing = standingOf(copy, choice);
    const whats = [
      ...new Map(copy.orders.map((each) => [JSON.stringify([each.response.id, each.place]), each])).entries(),
    ];
    const ways = waysOf(copy, choice);
    redraw(
      choices!,
      whats.length > 1 &&
        choiceField(
          'Ranked by',
          whats.map(([value, each]) => ({
            value,
            label: [each.response.name, each.place].filter(Boolean).join(', '),
          })),
          JSON.stringify([response, place]),
          (value) => {
            const [id, where] = JSON.parse(value) as [string, string];
            change({ response: id, place: where });
          },
        ),
      standing.loads.length > 1 &&
        choiceField(
          'Load',
          standing.loads.map(({ key, label }) => ({ value: key, label })),
          load,
          (key) => change({ load: key }),
        ),
      ways.length > 1 &&
        choiceField(
          'Compared',
          ways.map((value) => ({ value, label: WAY_NAMES[value] })),
          way,
          (value) => change({ way: value as ReadersWay }),
        ),
      standing.at !== null &&
        numberField(
          standing.axis.lineName,
          standing.axis.unit,
          standing.at,
          { least: 0, most: 60000, step: standing.axis.step },
          (at) => change({ at }),
        ),
    );
  }

  /** What a choice changes, each part with its own work. */
  function partsNow(): (() => void)[] {
    const standing = standingOf(copy, choice);
    return [
      () => {
        // What is being typed in stays as it is typed.
        if (!choices!.contains(document.activeElement) || document.activeElement?.tagName === 'SELECT')
          drawChoices();
        redraw(
          status!,
          h('p', { class: 'ask-answer', dir: 'auto' }, `${standing.load.label}. ${standing.answer}`),
        );
      },
      () =>
        redraw(
          picture!,
          chart(copy, standing, widthPx, (at) => change({ at })),
        ),
      () =>
        redraw(
          order!,
          ...orderPart(
            copy,
            standing,
            { hidden: choice.hidden, opened },
            {
              open: (entry) => {
                if (!opened.delete(entry)) opened.add(entry);
                draw();
              },
              hide: (entry, isHidden) =>
                change({
                  hidden: isHidden
                    ? [...choice.hidden, entry]
                    : choice.hidden.filter((other) => other !== entry),
                }),
            },
          ),
          ...standing.ties.map((tie) => h('p', { dir: 'auto' }, tie)),
        ),
      () => hasPair && drawPair(standing.ranking.placed.map(({ entry }) => entry)),
    ];
  }

  /** Parts that are drawn in turns at first sight, so that the page can be scrolled meanwhile. */
  let inTurns: (() => void)[] = [];
  function draw(): void {
    inTurns = [];
    for (const part of partsNow()) part();
  }
  /** It comes into the page whole: what is below would move with each of its parts. */
  function drawNext(): void {
    inTurns.shift()?.();
    if (inTurns.length > 0) setTimeout(drawNext);
    else ask.append(h('h2', { class: 'ask-title' }, 'At your noise'), choices!, status!, picture!, order!);
  }

  function drawPair(placed: readonly string[]): void {
    const inOrder = [
      ...placed,
      ...copy.entries.map(({ entry }) => entry).filter((entry) => !placed.includes(entry)),
    ];
    const one = choice.one || inOrder[0]!;
    const other =
      choice.other && choice.other !== one ? choice.other : inOrder.find((entry) => entry !== one)!;
    const options = copy.entries.map(({ entry, name }) => ({ value: entry, label: name }));
    redraw(
      pairFields!,
      h(
        'div',
        { class: 'ask-choices' },
        choiceField('One', options, one, (entry) =>
          change({ one: entry, other: entry === other ? one : other }),
        ),
        choiceField('Another', options, other, (entry) =>
          change({ other: entry, one: entry === one ? other : one }),
        ),
      ),
    );
    pairLater(() => redraw(pair!, ...pairPart(copy, pairOf(copy, { ...choice, one, other }, lineDb())!)));
  }

  const drawFits = () => redraw(fits!, ...fitsPart(fitsOf(copy, choice.machine)!, choice.machine));

  function drawMachine(): void {
    redraw(
      machine!,
      machineFields(copy, choice.machine, (part) => {
        const next = { ...choice.machine, ...part };
        choice = { ...choice, machine: next };
        drawFits();
        write();
      }),
    );
  }

  inTurns = partsNow();
  setTimeout(drawNext);
  if (hasFits)
    setTimeout(() => {
      drawMachine();
      fitsLater(drawFits);
    });
  addEventListener('resize', () => {
    // A phone’s address bar comes and goes, and changes the height alone.
    if (ask.clientWidth === widthPx) return;
    widthPx = ask.clientWidth;
    draw();
  });
  addEventListener('hashchange', () => {
    // A link to a part of the page chooses nothing.
    if (!location.hash.includes('=')) return;
    choice = choiceOf(copy, location.hash);
    if (hasFits) {
      drawMachine();
      drawFits();
    }
    drawChoices();
    draw();
  });
}

const [figures, ask, more] = ['figures', 'ask', 'ask-more'].map((id) => document.getElementById(id));
if (figures && ask && more) {
  const show = (isThere: boolean) => {
    ask.hidden = more.hidden = !isThere;
    document.documentElement.classList.toggle('asks', isThere);
  };
  // Its room is kept meanwhile (`#ask:empty`).
  show(true);
  void copyIn(figures.textContent).then(
    (copy) => setTimeout(() => answer(copy, ask, more)),
    // A browser that cannot unpack them shows the report alone.
    () => show(false),
  );
}
