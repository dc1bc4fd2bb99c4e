/** What a look at one thing found. */
export interface Finding {
  readonly what: string;
  /** `bad` must be put right, `note` is worth knowing. */
  readonly is: 'good' | 'note' | 'bad';
  readonly says: string;
  /** What to do; null where nothing is to be done. */
  readonly todo: string | null;
}

export const good = (what: string, says: string): Finding => ({ what, is: 'good', says, todo: null });
export const note = (what: string, says: string, todo: string | null = null): Finding => ({ what, is: 'note', says, todo });
export const bad = (what: string, says: string, todo: string): Finding => ({ what, is: 'bad', says, todo });

const SIGN = { good: '✓', note: '·', bad: '✗' } as const;

/** The findings as the terminal shows them. */
export function shown(findings: readonly Finding[]): string {
  const width = Math.max(...findings.map(({ what }) => what.length)) + 2;
  const lines = findings.flatMap(({ what, is, says, todo }) => [
    `  ${SIGN[is]} ${what.padEnd(width)}${says}`,
    ...(todo === null ? [] : [`    ${''.padEnd(width)}→ ${todo}`]),
  ]);
  const bads = findings.filter(({ is }) => is === 'bad').length;
  const sum = bads === 0 ? 'Everything is in order.' : bads === 1 ? 'One thing is to be put right.' : `${bads} things are to be put right.`;
  return `\n${lines.join('\n')}\n\n  ${sum}\n`;
}
