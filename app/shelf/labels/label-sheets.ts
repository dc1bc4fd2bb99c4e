/** A sheet of labels as stationers sell it; all lengths in mm. */
export interface LabelSheet {
  readonly id: string;
  readonly paper: 'A4' | 'Letter';
  readonly says: string;
  readonly columns: number;
  readonly rows: number;
  readonly widthMm: number;
  readonly heightMm: number;
  readonly leftMm: number;
  readonly topMm: number;
  readonly gapMm: number;
}

const sheet = (
  paper: LabelSheet['paper'],
  columns: number,
  rows: number,
  widthMm: number,
  heightMm: number,
  leftMm: number,
  topMm: number,
  gapMm: number,
): LabelSheet => ({
  id: `${paper.toLowerCase()}-${columns * rows}`,
  paper,
  says: `${paper}, ${columns * rows} on a sheet, ${widthMm} × ${heightMm} mm`,
  columns,
  rows,
  widthMm,
  heightMm,
  leftMm,
  topMm,
  gapMm,
});

export const FIRST_SHEET = sheet('A4', 2, 4, 99.1, 67.7, 4.65, 13.1, 2.5);
export const LABEL_SHEETS: readonly LabelSheet[] = [
  FIRST_SHEET,
  sheet('A4', 2, 7, 99.1, 38.1, 4.65, 15.15, 2.5),
  sheet('A4', 3, 7, 63.5, 38.1, 7.25, 15.15, 2.5),
  sheet('Letter', 2, 3, 101.6, 84.6, 3.9, 12.8, 4.8),
  sheet('Letter', 2, 5, 101.6, 50.8, 3.9, 12.7, 4.8),
  sheet('Letter', 3, 10, 66.7, 25.4, 4.8, 12.7, 3.1),
];

export const PAPER_MM = { A4: { width: 210, height: 297 }, Letter: { width: 215.9, height: 279.4 } } as const;

/** Labels on pages, from the first free place of a sheet that was begun: null where a place stays empty. */
export function onPages<T>(labels: readonly T[], { columns, rows }: Pick<LabelSheet, 'columns' | 'rows'>, first: number): (T | null)[][] {
  const each = columns * rows;
  const places: (T | null)[] = [...Array.from({ length: Math.max(0, Math.min(each - 1, first - 1)) }, () => null), ...labels];
  return Array.from({ length: Math.ceil(places.length / each) }, (_, page) => places.slice(page * each, (page + 1) * each));
}
