import type { CoverWords } from '@/core/lineUp/underCover';
import type { PlacedEntry } from '@/core/ranking/rankAtLine';
import type { PublishedFigure } from '@/core/verdict/versionChanges';
import { placeWords } from '@/lab/report/orders/orderViews';

/** An order as versions are compared by it. */
export const figuresOf = (
  placed: readonly PlacedEntry[],
  { unit, decimals }: { unit: string; decimals: number },
  named: (entry: string) => { entry: string; name: string },
): PublishedFigure[] =>
  placed.map((each) => ({
    ...{ ...named(each.entry), place: placeWords(each), unit, decimals },
    ...{ value: each.value, interval95: each.interval95 },
  }));

/** What an earlier version said, under the covers of now. */
export const underWords = (figures: readonly PublishedFigure[], words: CoverWords): PublishedFigure[] =>
  figures.map((figure) => ({ ...figure, entry: words.id(figure.entry), name: words.text(figure.name) }));
