/** Whether a list left out a record that could not be read, since the book was last mended. */
let stumbled = false;

export const hasStumbled = () => stumbled;
export const forgetStumbling = () => void (stumbled = false);

/**
 * The rows of a list that can be read. One bad record leaves a page without itself, not a person without the page: it is left
 * out here, told in the frame, and found and mended where the book is looked through.
 */
export function readable<R extends { readonly id: string }, T>(rows: readonly R[], read: (row: R) => T): T[] {
  return rows.flatMap((row) => {
    try {
      return [read(row)];
    } catch (error) {
      // What is the matter with the file is no matter of one record.
      if (!(error instanceof Error)) throw error;
      if (!stumbled) console.error(`A record of the book cannot be read, and is left out: ${row.id}. ${error.message}`);
      stumbled = true;
      return [];
    }
  });
}
