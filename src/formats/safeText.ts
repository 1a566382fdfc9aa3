/**
 * Where a spreadsheet begins a cell: at the start of a text, and inside it after what separates cells or rows where a file
 * is opened with semicolons or tabs, whatever quotes stand there.
 */
const BEGINS = /(^|[;\t\r\n])(?=["']*[=+\-@])/g;
const BEGUN_SAFE = /(^|[;\t\r\n])'(?=["']*[=+\-@])/g;

/**
 * Text that a spreadsheet does not take for a formula: what begins with =, +, − or @ (or a tab or return) gets an
 * apostrophe before it, as does what begins with quotes or apostrophes and then these, so that `fromSafeText` gives back
 * exactly what was written.
 */
export function safeText(text: string): string {
  const safe = text.replace(BEGINS, "$1'");
  return /^'*[\t\r]/.test(text) ? `'${safe}` : safe;
}

export function fromSafeText(text: string): string {
  const whole = /^'+[\t\r]/.test(text) ? text.slice(1) : text;
  return whole.replace(BEGUN_SAFE, '$1');
}
