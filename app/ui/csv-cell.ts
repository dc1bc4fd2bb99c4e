/** A spreadsheet must not run what a film was called: such cells get an apostrophe in front. */
export function harmless(text: string): string {
  return /^[=+\-@\t\r]/.test(text) ? `'${text}` : text;
}
