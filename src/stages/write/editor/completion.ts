import { autocompletion, type CompletionContext, type CompletionResult } from '@codemirror/autocomplete';
import { deskField } from './deskField';

/** Figures to pick by typing “@” and some letters of an entry or a measure. */
const source = (context: CompletionContext): CompletionResult | null => {
  const typed = context.matchBefore(/(^|[\s(])@[^\n@{}]{0,60}/);
  if (!typed) return null;
  const at = typed.from + typed.text.indexOf('@');
  return {
    from: at + 1,
    validFor: /^[^\n@{}]*$/,
    options: (context.state.field(deskField)?.desk.draft?.offered ?? []).map(
      ({ reference, label, value }) => ({
        label,
        detail: value,
        apply: (view, _, from, to) =>
          view.dispatch({
            changes: { from: from - 1, to, insert: reference },
            selection: { anchor: from - 1 + reference.length },
            userEvent: 'input.complete',
          }),
      }),
    ),
  };
};

export const figureCompletion = autocompletion({ override: [source], icons: false, maxRenderedOptions: 60 });
