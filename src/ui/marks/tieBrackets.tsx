import type { Bracket } from '@/core/ranking/ties';

const LANE_PX = 6;

/** Which lane each bracket is drawn in: brackets that share a place stand side by side. */
export function bracketLanes(brackets: readonly Bracket[]): { bracket: Bracket; lane: number }[] {
  const ends: number[] = [];
  return brackets.map((bracket) => {
    let lane = ends.findIndex((end) => end < bracket.better);
    if (lane < 0) lane = ends.length;
    ends[lane] = bracket.worse;
    return { bracket, lane };
  });
}

/** The brackets beside one place: the piece of each that falls on its row. */
export function TieBrackets({ brackets, place }: { brackets: readonly Bracket[]; place: number }) {
  return bracketLanes(brackets)
    .filter(({ bracket }) => place >= bracket.better && place <= bracket.worse)
    .map(({ bracket, lane }) => {
      const piece =
        place === bracket.better
          ? 'top-1/2 bottom-0 rounded-tl-md border-t-2'
          : place === bracket.worse
            ? 'top-0 bottom-1/2 rounded-bl-md border-b-2'
            : 'top-0 bottom-0';
      return (
        <span
          key={bracket.better}
          aria-hidden="true"
          className={`absolute w-[5px] border-l-2 border-ink ${piece}`}
          style={{ left: 2 + lane * LANE_PX }}
        />
      );
    });
}

/** Room that the lanes want to the left of the places, px. */
export function bracketRoomPx(brackets: readonly Bracket[]): number {
  const lanes = Math.max(0, ...bracketLanes(brackets).map(({ lane }) => lane + 1));
  return 4 + lanes * LANE_PX;
}
