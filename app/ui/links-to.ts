/** Files that a page fetches with its own, for its head. */
export const linksTo = (files: readonly string[]) => files.map((href) => ({ tagName: 'link' as const, rel: 'modulepreload', href }));
