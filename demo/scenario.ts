import type { FormatId } from '../core/film/format.ts';
import type { Process } from '../core/film/process.ts';
import type { Bath, Kit } from '../core/kit/kit.ts';
import { shippedKit } from '../core/kit/shipped-kits.ts';
import type { Inspection } from '../core/inspection/inspection.ts';
import type { Lesson } from '../core/lessons/lesson.ts';
import type { Treatment } from '../core/film/treatment.ts';

/** The demo scenario of domain.md 14: a wood-fired village pottery and the chain ferry across its estuary, one autumn. */

function copyOf(id: string, copy: Partial<Kit>, change: (bath: Bath) => Bath = (bath) => bath): Kit {
  const kit = shippedKit(id) as Kit;
  return { ...kit, ...copy, note: 'Typed in from the leaflet in the box.', baths: kit.baths.map(change) };
}

export const DEMO_KITS: readonly Kit[] = [
  copyOf('house-c41-three-bath', { id: 'kiln-lane', name: 'Kiln Lane C-41' }),
  copyOf('house-e6-three-bath', { id: 'saltmarsh', name: 'Saltmarsh E-6' }),
  copyOf('house-ecn2-home', { id: 'reedbed', name: 'Reedbed ECN-2' }),
];

/** A way of one’s own: after the colour developer of the slides the water is changed six times, in the time that it would run. */
export const DEMO_WAYS = { saltmarsh: { normal: [{ id: 'wash-2', manner: 'changes', changes: 6 }] } };

interface DemoFilm {
  readonly film: string;
  readonly process: Process;
  readonly boxSpeed: number;
}

export const FILMS = {
  fennel: { film: 'Fennel 200', process: 'C-41', boxSpeed: 200 },
  tern: { film: 'Tern 400', process: 'C-41', boxSpeed: 400 },
  lapwing: { film: 'Lapwing 100', process: 'E-6', boxSpeed: 100 },
  ferryman: { film: 'Ferryman 250', process: 'ECN-2', boxSpeed: 250 },
} as const satisfies Record<string, DemoFilm>;

export interface DemoBatch {
  readonly id: string;
  readonly kitId: string;
  readonly name: string;
  readonly volumeMl: number;
  readonly mixedDaysAgo: number;
  readonly rollsBefore: number;
  readonly priceCents: number | null;
  readonly note: string;
  readonly retired?: boolean;
  readonly boxId?: string;
}

export const DEMO_BATCHES: readonly DemoBatch[] = [
  {
    id: 'kiln-lane-4',
    kitId: 'kiln-lane',
    name: 'Kiln Lane 4',
    volumeMl: 1000,
    mixedDaysAgo: 16,
    rollsBefore: 2,
    priceCents: 3450,
    note: 'Brown glass, the one with the red cap.',
  },
  {
    id: 'kiln-lane-3',
    kitId: 'kiln-lane',
    name: 'Kiln Lane 3',
    volumeMl: 500,
    mixedDaysAgo: 58,
    rollsBefore: 0,
    priceCents: 1725,
    note: 'Half a kit. Getting old.',
    retired: true,
  },
  {
    id: 'kiln-lane-half',
    kitId: 'kiln-lane',
    name: 'Kiln Lane, second half',
    volumeMl: 500,
    mixedDaysAgo: 30,
    rollsBefore: 4.5,
    priceCents: 1725,
    note: 'For tests. Plastic bottles, squeezed.',
  },
  {
    id: 'kiln-lane-2',
    kitId: 'kiln-lane',
    name: 'Kiln Lane 2',
    volumeMl: 1000,
    mixedDaysAgo: 108,
    rollsBefore: 0,
    priceCents: null,
    note: 'A gift. Used to its last roll.',
    retired: true,
  },
  {
    id: 'saltmarsh-2',
    kitId: 'saltmarsh',
    name: 'Saltmarsh 2',
    volumeMl: 1000,
    mixedDaysAgo: 9,
    rollsBefore: 0,
    priceCents: 5200,
    note: '',
  },
  {
    id: 'reedbed-1',
    kitId: 'reedbed',
    name: 'Reedbed 1',
    boxId: 'box-reedbed',
    volumeMl: 500,
    mixedDaysAgo: 34,
    rollsBefore: 0,
    priceCents: 2050,
    note: 'Bought for the ferry reels.',
  },
];

export interface DemoBox {
  readonly id: string;
  readonly kitId: string;
  readonly boughtDaysAgo: number;
  readonly openedDaysAgo: number | null;
  readonly goodForDays: number | null;
  readonly priceCents: number;
  readonly note: string;
}

export const DEMO_BOXES: readonly DemoBox[] = [
  { id: 'box-reedbed', kitId: 'reedbed', boughtDaysAgo: 60, openedDaysAgo: 34, goodForDays: 8, priceCents: 4100, note: 'The other half.' },
  { id: 'box-kiln-lane', kitId: 'kiln-lane', boughtDaysAgo: 12, openedDaysAgo: null, goodForDays: 150, priceCents: 3450, note: '' },
];

export const DEMO_CAPS = [
  { batchId: 'kiln-lane-4', bath: 'developer', cap: 'red' },
  { batchId: 'kiln-lane-4', bath: 'bleach-fix', cap: 'black, taped' },
] as const;

/** What got into bottles, and which were emptied. */
export const DEMO_HAPPENED = [
  {
    batchId: 'kiln-lane-half',
    bath: 'developer',
    daysAgo: 3,
    entry: { kind: 'incident', what: 'later-bath', ml: 2 },
    note: 'The funnel had stood in the bleach-fix.',
  },
  { batchId: 'kiln-lane-3', bath: 'developer', daysAgo: 29, entry: { kind: 'emptied' }, note: '' },
  { batchId: 'kiln-lane-3', bath: 'bleach-fix', daysAgo: 29, entry: { kind: 'emptied' }, note: '' },
] as const;

export const SHEET_OF_KILN_LANE =
  'Developer: a colour developing agent, alkaline. Bleach-fix: iron salt and thiosulfate, gives off gas with acids. Stabiliser: a wetting agent, a little formaldehyde. Eyes: rinse for a quarter of an hour. Collection as photographic waste.';

export interface DemoRoll {
  readonly name: string;
  readonly kind: keyof typeof FILMS;
  readonly format: FormatId;
  readonly exposedSpeed?: number;
  readonly keeper?: boolean;
  readonly treatment?: Treatment;
  readonly place: string;
  readonly note?: string;
}

/** Tonight's puzzle: five rolls, two precious, one pushed, one slide film; and two cine rolls for another evening. */
export const WAITING: readonly DemoRoll[] = [
  { name: 'Ferry firing 1', kind: 'fennel', format: '135-36', keeper: true, place: 'slipway, dusk', note: 'The kiln boat loading.' },
  { name: 'Ferry firing 2', kind: 'fennel', format: '135-36', keeper: true, place: 'slipway, night' },
  { name: 'Glaze room', kind: 'tern', format: '120', place: 'waist-level box' },
  { name: 'Night kiln', kind: 'tern', format: '135-36', exposedSpeed: 800, place: 'by the firemouth' },
  { name: 'Estuary slides', kind: 'lapwing', format: '135-36', place: 'chain ferry, noon' },
];

export interface DemoRun {
  readonly daysAgo: number;
  readonly hour: number;
  readonly batchId: string;
  readonly tankId: 'steel' | 'three';
  readonly rolls: readonly DemoRoll[];
  readonly tempC: number;
  readonly readings: readonly (readonly [number, number])[];
  readonly notes: readonly string[];
  readonly verdict: string;
  /** A bath that was ended too soon, with the share of its time that it got. */
  /** Baths that were left out. */
  readonly leftOut?: readonly string[];
  readonly cutShort?: { readonly bath: string; readonly share: number };
}

const plain = (name: string, kind: keyof typeof FILMS, format: FormatId, place: string, more: Partial<DemoRoll> = {}): DemoRoll => ({
  name,
  kind,
  format,
  place,
  ...more,
});

/** An autumn of runs, oldest first. */
export const PAST_RUNS: readonly DemoRun[] = [
  {
    daysAgo: 56,
    hour: 19,
    batchId: 'kiln-lane-3',
    tankId: 'steel',
    tempC: 38,
    readings: [[20, 38.2]],
    notes: ['First go with the half kit.', 'Straight into the bleach-fix: the rinse stood in the other room.'],
    leftOut: ['rinse'],
    verdict: 'Good density, a touch green in the shade.',
    rolls: [plain('Clay delivery', 'fennel', '135-36', 'yard'), plain('Wheel tests', 'fennel', '135-36', 'throwing room')],
  },
  {
    daysAgo: 44,
    hour: 20,
    batchId: 'kiln-lane-3',
    tankId: 'steel',
    tempC: 38,
    readings: [
      [25, 37.6],
      [140, 37.1],
    ],
    notes: ['Forgot to press, moved the start back.'],
    verdict: 'Clean. The finish moved by a quarter of a minute and it shows no harm.',
    rolls: [plain('Chain ferry, low water', 'tern', '120', 'slipway')],
  },
  {
    daysAgo: 37,
    hour: 19,
    batchId: 'kiln-lane-3',
    tankId: 'three',
    tempC: 37.5,
    readings: [[30, 37.4]],
    notes: [],
    verdict: 'Two of three even; the third has a mark where the reel was damp.',
    rolls: [
      plain('Stacking the kiln', 'fennel', '135-36', 'kiln shed'),
      plain('Bungs and props', 'fennel', '135-24', 'kiln shed'),
      plain('Ferry ropes', 'tern', '135-36', 'ferry deck'),
    ],
  },
  {
    daysAgo: 28,
    hour: 18,
    batchId: 'reedbed-1',
    tankId: 'steel',
    tempC: 41,
    readings: [[15, 41.3]],
    notes: ['Backing came off in two changes.'],
    verdict: 'A few black specks near the leader: wipe longer.',
    rolls: [
      plain('Crossing, reel one', 'ferryman', '135-36', 'ferry deck'),
      plain('Crossing, reel two', 'ferryman', '135-36', 'ferry deck'),
    ],
  },
  {
    daysAgo: 20,
    hour: 20,
    batchId: 'reedbed-1',
    tankId: 'steel',
    tempC: 41,
    readings: [[40, 40.6]],
    notes: [],
    verdict: 'Specks gone. Colour steady against the first two reels.',
    rolls: [plain('Bell and mist', 'ferryman', '135-36', 'far bank')],
  },
  {
    daysAgo: 14,
    hour: 19,
    batchId: 'kiln-lane-4',
    tankId: 'steel',
    tempC: 38,
    readings: [
      [20, 38.1],
      [120, 37.9],
    ],
    notes: ['New batch, everything crisp.'],
    verdict: 'The best so far.',
    rolls: [
      plain('Opening the kiln', 'fennel', '135-36', 'kiln shed', { keeper: true }),
      plain('Ash glazes', 'fennel', '135-36', 'glaze room'),
    ],
  },
  {
    daysAgo: 8,
    hour: 18,
    batchId: 'kiln-lane-4',
    tankId: 'three',
    tempC: 38,
    readings: [[30, 37.8]],
    notes: ['Third roll pushed by itself next time.'],
    verdict: 'Fine; the ferry at night is thin by exposure, edge print is normal.',
    rolls: [
      plain('Ferry at night', 'tern', '135-36', 'slipway'),
      plain('Market stall', 'tern', '135-36', 'village'),
      plain('Saggars', 'fennel', '135-36', 'kiln shed'),
    ],
  },
  {
    daysAgo: 6,
    hour: 20,
    batchId: 'saltmarsh-2',
    tankId: 'steel',
    tempC: 38,
    readings: [[25, 38.2]],
    notes: ['Mind the temperature; slides forgive less.'],
    verdict: 'Lovely blues over the mud.',
    rolls: [plain('Saltmarsh, spring tide', 'lapwing', '135-36', 'dyke'), plain('Reeds', 'lapwing', '135-36', 'dyke')],
  },
  {
    daysAgo: 3,
    hour: 19,
    batchId: 'kiln-lane-4',
    tankId: 'steel',
    tempC: 37.6,
    readings: [
      [20, 37.3],
      [150, 37.0],
    ],
    notes: ['Kitchen was cold.'],
    verdict: 'Held by the longer time. Warm the tank next time.',
    rolls: [plain('Brick by brick', 'fennel', '120', 'yard')],
  },
];

/** The summer before: a batch used to its last roll, and what its strips said of it. */
export const EARLIER_RUNS: readonly DemoRun[] = [
  earlier(104, ['Pug mill', 'Slip jars']),
  earlier(99, ['Drying racks']),
  earlier(95, ['Bisque, first firing', 'Bisque, second firing']),
  earlier(92, ['Kiln gods'], {
    readings: [
      [20, 36.3],
      [150, 35.8],
    ],
    notes: ['The window was open. Did not follow the finish.'],
  }),
  earlier(90, ['Tide gauge']),
  earlier(86, ['Wadding', 'Kiln furniture']),
  earlier(81, ['Reed cutters'], {
    cutShort: { bath: 'bleach-fix', share: 0.55 },
    verdict: 'Greyish: the bleach-fix came out when the telephone rang.',
  }),
  earlier(77, ['Ferry chain, new links']),
  earlier(72, ['Salt pans', 'Salt store'], { verdict: 'Thin all over. The batch is done.' }),
];

function earlier(daysAgo: number, names: readonly string[], more: Partial<DemoRun> = {}): DemoRun {
  return {
    daysAgo,
    hour: 19,
    batchId: 'kiln-lane-2',
    tankId: 'steel',
    tempC: 38,
    readings: [
      [20, 37.5],
      [150, 37.1],
    ],
    notes: [],
    verdict: '',
    rolls: names.map((name) => plain(name, 'fennel', '135-36', 'yard')),
    ...more,
  };
}

export interface DemoLook {
  readonly run: string;
  /** The place of the roll in its run; absent, all of them. */
  readonly roll?: number;
  readonly seen: Inspection;
  readonly filmIs: 'wet' | 'dry' | 'scanned';
  readonly note: string;
}

/** Six strips, each spoilt in another way, and one that is not; the cold one of three days ago nobody has looked at yet. */
export const DEMO_LOOKS: readonly DemoLook[] = [
  { run: 'run-01', seen: { edge: 'normal', frames: 'normal', colour: 'cast', marks: [] }, filmIs: 'scanned', note: 'Green in the shade.' },
  { run: 'run-04', seen: { edge: 'normal', frames: 'normal', colour: 'right', marks: ['black-specks'] }, filmIs: 'dry', note: '' },
  { run: 'run-06', seen: { edge: 'normal', frames: 'normal', colour: 'right', marks: [] }, filmIs: 'scanned', note: '' },
  {
    run: 'run-07',
    roll: 0,
    seen: { edge: 'normal', frames: 'thin', colour: 'right', marks: [] },
    filmIs: 'dry',
    note: 'The ferry’s lamps only.',
  },
  { run: 'run-16', seen: { edge: 'normal', frames: 'normal', colour: 'weak', marks: ['silver'] }, filmIs: 'dry', note: '' },
  { run: 'run-18', seen: { edge: 'thin', frames: 'thin', colour: 'right', marks: [] }, filmIs: 'scanned', note: '' },
];

export const DEMO_LESSONS = [
  {
    id: 'lesson-wipe-longer',
    run: 'run-04',
    text: 'Wipe the backing until the cloth stays white.',
    about: { kind: 'process', is: 'ECN-2', name: 'ECN-2' },
    at: 'wash',
  },
  {
    id: 'lesson-night-film',
    run: 'run-07',
    text: 'Tern at night: meter for the lamps and give a stop more.',
    about: { kind: 'film', is: 'Tern 400', name: 'Tern 400' },
    at: 'planning',
  },
] as const satisfies readonly (Lesson & { readonly run: string })[];

/** What a strip’s end measured, by its run: densities of the clear base and of the dark leader, red, green and blue. */
export interface DemoStrip {
  readonly run: string;
  readonly base: readonly [number, number, number];
  readonly leader: readonly [number, number, number];
  readonly good: boolean;
}

const BASE = [0.28, 0.62, 0.88] as const;
const strip = (run: string, range: number, good: boolean, blue = 0): DemoStrip => ({
  run,
  base: BASE,
  leader: [BASE[0] + range - 0.06, BASE[1] + range, BASE[2] + range + 0.05 + blue],
  good,
});

/** Five good rolls, then a developer that tires; the next batches are themselves again. */
export const DEMO_STRIPS: readonly DemoStrip[] = [
  strip('run-10', 1.71, true),
  strip('run-11', 1.69, true, 0.01),
  strip('run-12', 1.72, true),
  strip('run-14', 1.7, true, -0.01),
  strip('run-15', 1.71, true),
  strip('run-16', 1.66, false),
  strip('run-17', 1.61, false),
  strip('run-18', 1.54, false, 0.02),
  strip('run-01', 1.7, true, 0.03),
  strip('run-06', 1.72, true),
  strip('run-07', 1.7, true),
];

export const DEMO_SCANNER = 'flatbed, all corrections off';
