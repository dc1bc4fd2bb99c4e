/** A sentence's first letter small, to go on in the middle of another: `Worn out.` → `worn out.` */
export const lowerFirst = (words: string) => words.charAt(0).toLowerCase() + words.slice(1);

/** The first letter of what begins a sentence. */
export const upperFirst = (words: string) => words.charAt(0).toUpperCase() + words.slice(1);
