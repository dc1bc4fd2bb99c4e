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

export type NamedFormatId = (typeof FORMATS)[number]['id'];
/** Any other film: whose place it takes in a tank, and how large it is, such as `other:120:430` (domain.md 6). */
export type OtherFormatId = `other:${FormatFamily}:${number}`;
export type FormatId = NamedFormatId | OtherFormatId;
export const FORMAT_IDS = FORMATS.map((format) => format.id) as readonly NamedFormatId[];

/** One roll: 80 in² (domain.md 6). */
export const ROLL_CM2 = 516;
/** A roll of film is no smaller than a stamp, and no tank at home takes more than this. */
export const AREA_CM2 = [5, 5000] as const;

export function otherFormat(family: FormatFamily, areaCm2: number): OtherFormatId {
  return `other:${family}:${areaCm2}`;
}

/** What is known of film that goes by its area; null where an id is none of those. */
export function readOtherFormat(id: string): { readonly family: FormatFamily; readonly areaCm2: number } | null {
  const [, place, area] = /^other:([^:]+):(\d+(?:\.\d+)?)$/.exec(id) ?? [];
  const family = FORMAT_FAMILIES.find((each) => each === place);
  const areaCm2 = Number(area);
  return family && areaCm2 >= AREA_CM2[0] && areaCm2 <= AREA_CM2[1] ? { family, areaCm2 } : null;
}

export function isFormatId(value: unknown): value is FormatId {
  return typeof value === 'string' && (FORMAT_IDS.some((id) => id === value) || readOtherFormat(value) !== null);
}

export function formatById(id: FormatId): Format {
  const format = FORMATS.find((candidate) => candidate.id === id);
  if (format) return format;
  const other = readOtherFormat(id);
  if (!other) throw new Error(`no such format: ${id}`);
  const { family, areaCm2 } = other;
  return { id, label: `${areaCm2} cm², in the place of ${family}`, family, rollEquivalents: areaCm2 / ROLL_CM2, sheet: false };
}
