/** Filled in when the server is built, after the browser's files are; nothing is known while developing. */
declare const FILES_OF_PARTS: Readonly<Record<string, Readonly<Record<string, readonly string[]>>>> | undefined;

/** The files of a part that a page fetches, both by the path of their source: asked for together with those of the page. */
export function filesOfPart(page: string, part: string): readonly string[] {
  return (typeof FILES_OF_PARTS === 'undefined' ? undefined : FILES_OF_PARTS?.[page]?.[part]) ?? [];
}
