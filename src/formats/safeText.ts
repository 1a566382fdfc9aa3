/**
 * Text that a spreadsheet does not take for a formula: one that begins with =, +, − or @ (or a tab or return)
 * gets an apostrophe before it, as does one that begins with apostrophes and then these, so that
 * `fromSafeText` gives back exactly what was written.
 */
export function safeText(text: string): string {
  return /^'*[=+\-@\t\r]/.test(text) ? `'${text}` : text;
}

export function fromSafeText(text: string): string {
  return /^'+[=+\-@\t\r]/.test(text) ? text.slice(1) : text;
}
