import type { ReadersCopy } from '@/contracts/readersCopy';
import { lineStep } from '@/core/curves/axis';
import { curveTitles } from '@/core/curves/shown/curveTitles';
import { curvesPicture, curvesScale, type CurvesPicture } from '@/formats/picture/curvesPicture';
import { drawing, h } from './dom';
import { PAGE_THEME } from './marks';
import type { Standing } from './standing';

/** Least size at which its words can be read, px. */
const LEAST = { width: 320, height: 300 };

function pictureOf(copy: ReadersCopy, { curves, ranking, response, axis, at, where, load }: Standing) {
  const entries = new Map(copy.entries.map(({ entry, name, position }) => [entry, { name, position }]));
  const placed = ranking.placed.map(
    ({ entry, value, interval95 }) =>
      `${entries.get(entry)?.name ?? entry} ${value.toFixed(response.decimals)} ± ${interval95.toFixed(response.decimals)} ${response.unit}`,
  );
  const { xTitle, yTitle, lineText } = curveTitles(response, axis.against, copy.meterDistanceCm);
  return {
    ...{ curves, entries, title: '', condition: '', source: '', lit: new Set<string>() },
    ...{ xTitle, yTitle },
    line: at === null ? null : { at, text: lineText(at) },
    rings: ranking.placed,
    decimals: response.decimals,
    alt: `${response.name} ${where}, ${load.label}: ${placed.join(', ') || 'no entry is ranked'}.`,
  } satisfies CurvesPicture;
}

/** The curves with the line across them, which is dragged, or moved by keys. */
export function chart(copy: ReadersCopy, standing: Standing, width: number, onLine: (at: number) => void) {
  const { axis, at, curves } = standing;
  const size = {
    width: Math.max(LEAST.width, width),
    height: Math.max(LEAST.height, 0.56 * width),
    scale: 1,
  };
  const picture = pictureOf(copy, standing);
  const holder = h('div', { class: 'ask-chart' }, drawing(curvesPicture(picture, size, PAGE_THEME)));
  const scale = curvesScale(picture, size);
  const places = curves.flatMap(({ points }) => points.map((point) => point.at));
  if (at === null || !scale || places.length === 0) return holder;
  const [least, most] = [Math.min(...places), Math.max(...places)];
  const move = (wanted: number) => {
    const within = Math.min(most, Math.max(least, wanted));
    onLine(Number((Math.round(within / axis.step) * axis.step).toFixed(axis.decimals)));
  };
  const { frame, x } = scale;
  const placeAt = (event: PointerEvent, { left, width: shown }: DOMRect) => {
    const px = ((event.clientX - left) / shown) * size.width;
    return x.min + ((px - frame.left) / (frame.right - frame.left)) * (x.max - x.min);
  };
  const handle = h('div', {
    ...{ class: 'ask-line', role: 'slider', tabindex: 0, 'data-key': 'line', 'aria-label': axis.lineName },
    ...{ 'aria-valuemin': least.toFixed(axis.decimals), 'aria-valuemax': most.toFixed(axis.decimals) },
    ...{ 'aria-valuenow': at.toFixed(axis.decimals), 'aria-valuetext': picture.line?.text ?? '' },
    style: `left:${((100 * scale.at(at)) / size.width).toFixed(3)}%`,
    onkeydown: (event) => {
      const step = lineStep((event as KeyboardEvent).key, axis);
      if (step === null) return;
      event.preventDefault();
      move(at + step);
    },
  });
  // The holder is made anew with each move: the window follows the pointer, by where the chart stood as it was taken.
  holder.addEventListener('pointerdown', (event) => {
    if (event.button !== 0) return;
    event.preventDefault();
    handle.focus({ preventScroll: true });
    const stood = holder.getBoundingClientRect();
    const follow = (moved: PointerEvent) => move(placeAt(moved, stood));
    const end = () => {
      removeEventListener('pointermove', follow);
      removeEventListener('pointerup', end);
      removeEventListener('pointercancel', end);
    };
    addEventListener('pointermove', follow);
    addEventListener('pointerup', end);
    addEventListener('pointercancel', end);
    follow(event);
  });
  holder.append(handle);
  return holder;
}
