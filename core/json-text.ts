/** Nothing that a person or a program of theirs sends us lies deeper than a kit in a request does, by far. */
const DEEPEST = 60;

/**
 * A text as JSON. Throws a `SyntaxError` for one that is none, and for one whose lists and objects lie in one another deeper
 * than anything of ours: whatever reads it by walking down would run out of stack.
 */
export function parseJson(text: string): unknown {
  if (deepest(text) > DEEPEST) throw new SyntaxError(`it is nested deeper than ${DEEPEST} lists and objects`);
  return JSON.parse(text) as unknown;
}

/** How deep brackets lie in one another, strings apart. */
function deepest(text: string): number {
  let [depth, most, quoted] = [0, 0, false];
  for (let i = 0; i < text.length; i++) {
    const at = text.charCodeAt(i);
    if (quoted) {
      if (at === 0x5c) i++;
      else if (at === 0x22) quoted = false;
    } else if (at === 0x22) quoted = true;
    else if (at === 0x5b || at === 0x7b) most = Math.max(most, ++depth);
    else if (at === 0x5d || at === 0x7d) depth--;
  }
  return most;
}
