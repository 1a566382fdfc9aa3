import {
  Decoration,
  EditorView,
  RangeSetBuilder,
  ViewPlugin,
  WidgetType,
  type DecorationSet,
  type ViewUpdate,
} from '@uiw/react-codemirror';
import { partsOf } from '@/core/verdict/references';
import type { ChipState, Chosen } from './chipState';
import { deskField } from './deskField';

class Chip extends WidgetType {
  constructor(readonly state: ChipState) {
    super();
  }

  override eq({ state }: Chip): boolean {
    return state.text === this.state.text && state.how === this.state.how && state.why === this.state.why;
  }

  override toDOM(view: EditorView): HTMLElement {
    const { text, how, why } = this.state;
    const chip = document.createElement('button');
    chip.type = 'button';
    chip.className = `figure-chip figure-${how}`;
    chip.textContent = how === 'over' ? `▲ ${text}` : text;
    chip.title = why || 'Press to change what it tells';
    if (why) chip.setAttribute('aria-label', `${text}. ${why}`);
    chip.addEventListener('click', () => {
      const from = view.posAtDOM(chip);
      const found = rangesOf(view.state.doc.toString()).find((range) => range.from === from);
      if (found) view.state.field(deskField)?.desk.onChosen(view, found);
    });
    return chip;
  }

  override ignoreEvent(): boolean {
    return true;
  }
}

function rangesOf(text: string): (Chosen & { text: string })[] {
  let from = 0;
  return partsOf(text).flatMap((part) => {
    const words = typeof part === 'string' ? part : part.text;
    const range = { from, to: from + words.length };
    from = range.to;
    return typeof part === 'string' ? [] : [{ ...range, reference: part.reference, text: words }];
  });
}

function drawn(view: EditorView): DecorationSet {
  const builder = new RangeSetBuilder<Decoration>();
  const stateOf = view.state.field(deskField)?.desk.stateOf;
  for (const { from, to, text } of rangesOf(view.state.doc.toString())) {
    const state: ChipState = stateOf?.(text) ?? { text: '…', how: 'asked', why: '' };
    builder.add(from, to, Decoration.replace({ widget: new Chip(state) }));
  }
  return builder.finish();
}

const plugin = ViewPlugin.define(
  (view) => ({
    decorations: drawn(view),
    update(update: ViewUpdate) {
      const isOther = update.startState.field(deskField) !== update.state.field(deskField);
      if (update.docChanged || isOther) this.decorations = drawn(update.view);
    },
  }),
  { decorations: ({ decorations }) => decorations },
);

/** Shows each reference of a text as its figure; it is stepped over and taken away as one. */
export const chips = [
  plugin,
  EditorView.atomicRanges.of((view) => view.plugin(plugin)?.decorations ?? Decoration.none),
];
