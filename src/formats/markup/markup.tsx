/** @jsxImportSource preact */
import type { VNode } from 'preact';
import { jsxTemplate } from 'preact/jsx-runtime';
import { renderToString } from 'preact-render-to-string';

/** Signs that no markup may hold, however they are written (XML 1.0, production 2); and scripts, which run as they were hashed. */
const SCRIPT_OR_NO_SIGN =
  /<script[\s>][^]*?<\/script>|[\u0000-\u0008\u000b\u000c\u000e-\u001f\u007f\ufffe\uffff]/g;

/** What was described, as text of HTML or SVG: all that it says is text in it, and none of it markup. */
export const markup = <Props,>(node: VNode<Props>): string =>
  renderToString(node).replace(SCRIPT_OR_NO_SIGN, (found) => (found.length > 1 ? found : ''));

/** Markup that was made before, as it is: of Markdown, or a picture. */
export const Made = ({ html }: { html: string }) => jsxTemplate([html]);
