/** A place in a tank: 135-36, 135-24 and 126 take the same reel, 220 takes a 120 place (scripting.md, pack). */
export const FORMAT_FAMILIES = ['135', '120', '110', '127', '4x5', '5x7', '8x10'] as const;
export type FormatFamily = (typeof FORMAT_FAMILIES)[number];

export interface Format {
  readonly id: string;
  readonly label: string;
  readonly family: FormatFamily;
  /** Film area against one roll of 516 cm² (domain.md 6). */
  readonly rollEquivalents: number;
  readonly sheet: boolean;
}

export const FORMATS = [
  { id: '135-36', label: '135, 36 frames', family: '135', rollEquivalents: 1, sheet: false },
  { id: '135-24', label: '135, 24 frames', family: '135', rollEquivalents: 0.67, sheet: false },
  { id: '135-12', label: '135, 12 frames', family: '135', rollEquivalents: 0.36, sheet: false },
  { id: '120', label: '120', family: '120', rollEquivalents: 1, sheet: false },
  { id: '220', label: '220', family: '120', rollEquivalents: 2, sheet: false },
  { id: '110', label: '110', family: '110', rollEquivalents: 0.25, sheet: false },
  { id: '126-12', label: '126, 12 frames', family: '135', rollEquivalents: 0.36, sheet: false },
  { id: '126-20', label: '126, 20 frames', family: '135', rollEquivalents: 0.55, sheet: false },
  { id: '127', label: '127', family: '127', rollEquivalents: 0.55, sheet: false },
  { id: '4x5', label: '4×5 in sheet', family: '4x5', rollEquivalents: 0.25, sheet: true },
  { id: '5x7', label: '5×7 in sheet', family: '5x7', rollEquivalents: 0.44, sheet: true },
  { id: '8x10', label: '8×10 in sheet', family: '8x10', rollEquivalents: 1, sheet: true },
] as const satisfies readonly Format[];

export type FormatId = (typeof FORMATS)[number]['id'];
export const FORMAT_IDS = FORMATS.map((format) => format.id) as readonly FormatId[];

export function formatById(id: FormatId): Format {
  const format = FORMATS.find((candidate) => candidate.id === id);
  if (!format) throw new Error(`no such format: ${id}`);
  return format;
}
