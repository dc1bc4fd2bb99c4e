/**
 * A spreadsheet must not run what a film was called: what it would take for a formula gets an apostrophe in front, at the
 * beginning of a cell and after whatever it might take for the end of one (semicolons and tabs, in other countries).
 */
export function harmless(text: string): string {
  return text.replace(/(^[\t\r]*|[;\t|]\s*)(?=[=+\-@])/g, "$1'").replace(/^(?=[\t\r])/, "'");
}

/** As it was before it was made harmless. */
export function asItWas(text: string): string {
  return text.replace(/(^[\t\r]*|[;\t|]\s*)'(?=[=+\-@])/g, '$1');
}
