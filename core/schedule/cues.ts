import { jugInWords } from '../chemistry/safety/spent.ts';
import type { Tank } from '../heat/tank/tank.ts';
import { isWater, type StepKind } from '../kit/kind.ts';
import type { Agitation } from '../kit/kit.ts';
import type { Manner, Movement } from '../kit/manner.ts';
import { lowerFirst } from '../units/first-letter.ts';
import { asLabel, sentence, type Sentence, type Spoken } from '../units/sentence.ts';
import { hangUpInWords } from './drying.ts';
import type { Habits, WashingHabit } from './habits.ts';
import { poursS, usualManner } from './manner.ts';
import { pouredAtC } from './poured-at.ts';

export type CueKind = 'agitate-first' | 'agitate' | 'rotate' | 'change' | 'prepare' | 'pour-out' | 'light-safe' | 'wipe' | 'end';

export interface Cue extends Spoken {
  /** Seconds from the step's own start. */
  readonly atS: number;
  readonly kind: CueKind;
  readonly label: string;
}

/** What a cue has to know of a step. */
export interface CuedStep {
  readonly kind: StepKind;
  readonly name: string;
  readonly seconds: number;
  readonly temperatureC: number;
  /** What it is poured at, where the tank's heat is reckoned with; else its temperature. */
  readonly pourC?: number | null;
  readonly agitation: Agitation | null;
  /** The bottle it is poured from, by name; null for water. */
  readonly bottle: string | null;
  /** What it is made up from, where no bottle of it stands ready. */
  readonly madeUp?: string;
  readonly after: 'return' | 'discard';
  readonly inTank: boolean;
  readonly opensTank: boolean;
  readonly wipeAfter: boolean;
  readonly manner?: Manner | null;
  readonly movement?: Movement | null;
}

export interface CueSetting {
  readonly tank: Pick<Tank, 'method' | 'drainS' | 'fillS' | 'stands'>;
  readonly pourOut: 'inside' | 'at-zero';
  /** What every wash was done like in plans that were stored before each water had a manner of its own. */
  readonly washing?: WashingHabit | undefined;
  readonly drying?: Habits['drying'];
}

const PREPARE_BEFORE_POUR_OUT_S = 45;
/** Agitating while about to pour gains nothing and spills (domain.md 10). */
const LAST_AGITATION_BEFORE_POUR_OUT_S = 10;

/** When pouring out begins, counted from the step's start (domain.md 10). */
export function pourOutAtS(seconds: number, drainS: number, pourOut: 'inside' | 'at-zero'): number {
  return pourOut === 'inside' ? Math.max(0, seconds - drainS) : seconds;
}

/** The cues of one step in time order, all of them inside it (domain.md 10). `next` is null for the last step. */
export function stepCues(step: CuedStep, next: CuedStep | null, setting: CueSetting): Cue[] {
  const pourOut = pourOutAtS(step.seconds, setting.tank.drainS, setting.pourOut);
  const cues: Cue[] = [
    ...agitationCues(step, setting.tank, pourOut),
    ...movementCues(step),
    ...waterCues(step, setting),
    { atS: Math.max(0, pourOut - PREPARE_BEFORE_POUR_OUT_S), kind: 'prepare', ...asLabel(prepareLabel(step, next)) },
    { atS: pourOut, kind: 'pour-out', label: pourOutLabel(step) },
  ];
  if (step.opensTank) cues.push({ atS: step.seconds, kind: 'light-safe', label: 'Light does no harm from here: the tank may be opened' });
  if (step.wipeAfter)
    cues.push({ atS: step.seconds, kind: 'wipe', label: 'Wipe the backing off with a wet, soft cloth: about four minutes a roll' });
  cues.push({ atS: step.seconds, kind: 'end', label: next ? `${step.name} ends` : hangUpInWords(setting.drying) });
  return cues.sort((a, b) => a.atS - b.atS);
}

function agitationCues(step: CuedStep, tank: Pick<Tank, 'method' | 'stands'>, pourOut: number): Cue[] {
  const agitation = step.agitation;
  if (!agitation || !step.inTank) return [];
  const initialS = Math.min(agitation.initialS, pourOut);
  if (tank.method === 'rotary') {
    // In its machine it is filled as it turns: nobody takes it off to invert it.
    const byHandS = tank.stands === 'machine' ? 0 : initialS;
    return [
      ...(byHandS > 0 ? [{ atS: 0, kind: 'agitate-first' as const, label: `Invert by hand for ${byHandS} s` }] : []),
      { atS: byHandS, kind: 'rotate', label: 'On the rollers: continuous, reversing' },
    ];
  }
  if (agitation.continuous) {
    const move = tank.method === 'stick' ? 'Twirl the stick slowly' : 'Invert gently';
    return [{ atS: 0, kind: 'rotate', label: `${move}, without a pause, to the end` }];
  }
  const first: Cue[] =
    initialS > 0
      ? [{ atS: 0, kind: 'agitate-first', label: `${tank.method === 'stick' ? 'Twirl' : 'Invert'} without a pause for ${initialS} s` }]
      : [];
  const everyS = agitation.everyS;
  if (!everyS) return first;
  const beats: Cue[] = [];
  for (let k = Math.ceil(agitation.initialS / everyS); k * everyS <= pourOut - LAST_AGITATION_BEFORE_POUR_OUT_S; k++) {
    beats.push({ atS: k * everyS, kind: 'agitate', label: beatLabel(agitation, tank) });
  }
  return [...first, ...beats];
}

/** `Invert 4 times, then tap`. */
function beatLabel(agitation: Agitation, tank: Pick<Tank, 'method'>): string {
  if (agitation.forS !== undefined) return `${tank.method === 'stick' ? 'Twirl the stick' : 'Turn it over gently'} for ${agitation.forS} s`;
  const times = agitation.inversions ?? 4;
  const count = counted(times);
  const move = tank.method === 'stick' ? `Twirl the stick ${count}` : `Invert ${count}`;
  return agitation.tap && tank.method !== 'stick' ? `${move}, then tap` : move;
}

/** How a step is moved and its water given, in a line for the wall: by its own cues, so that Bench and sheet say one thing. */
export function beatInWords(
  step: Pick<CuedStep, 'agitation' | 'manner'> & { readonly cues: readonly Cue[] },
  tank: Pick<Tank, 'method'>,
): string {
  const { agitation, manner, cues } = step;
  const said = (kind: CueKind) => cues.filter((cue) => cue.kind === kind).map(({ label }) => label);
  const turning = said('rotate');
  if (agitation && turning.length === 0) {
    const beat = agitation.everyS ? `, then ${beatLabel(agitation, tank).toLowerCase()} every ${agitation.everyS} s` : '';
    return `${agitation.initialS} s without a pause${beat}`;
  }
  const water =
    manner?.manner === 'changes'
      ? [`Fill, shake, empty, ${counted(manner.changes)}`]
      : manner?.manner === 'counted'
        ? [`Fresh water each fill: ${manner.fills.join(', ')} ${turnsIn(tank)}`]
        : manner?.manner === 'until-clear'
          ? ['Fresh water until it runs clear']
          : [];
  return [...(turning.length > 0 ? [...said('agitate-first'), ...turning] : []), ...water]
    .map((part, i) => (i === 0 ? part : lowerFirst(part)))
    .join('; ');
}

const counted = (times: number) => (times === 1 ? 'once' : times === 2 ? 'twice' : `${times} times`);
const turnsIn = ({ method }: Pick<Tank, 'method'>) => (method === 'rotary' ? 'turns' : 'inversions');

/** What a way of one's own says of moving a step, where that is not the leaflet's beat. */
function movementCues({ movement, inTank }: CuedStep): Cue[] {
  if (!inTank || (movement !== 'gentle' && movement !== 'shaken')) return [];
  return [{ atS: 0, kind: 'rotate', label: movement === 'gentle' ? 'Move it gently, without a pause' : 'Shake it, without a pause' }];
}

function mannerOf({ kind, manner }: CuedStep, { washing }: CueSetting): Manner | null {
  return manner === undefined ? (kind === 'wash' && washing ? usualManner(kind, { washing }) : null) : manner;
}

/** Every change and every fill is a cue with its count (domain.md 9.1). */
function waterCues(step: CuedStep, setting: CueSetting): Cue[] {
  const manner = mannerOf(step, setting);
  if (manner?.manner !== 'changes' && manner?.manner !== 'counted') return [];
  let atS = 0;
  return poursS(manner, step.seconds, setting.tank).map((pouredS, i, all) => {
    const from = Math.floor(atS + 1e-9);
    atS += pouredS;
    const label =
      manner.manner === 'changes'
        ? `Fill, shake, empty: change ${i + 1} of ${all.length}`
        : `Fresh water, ${manner.fills[i]} ${turnsIn(setting.tank)}: fill ${i + 1} of ${all.length}`;
    return { atS: from, kind: 'change', label };
  });
}

/** `Wash water`; a rinse that is named for what it does is water of its own. */
export function waterInWords({ name, kind }: Pick<CuedStep, 'name' | 'kind'>): string {
  return kind === 'remjet-rinse' ? 'Rinse water' : `${name} water`;
}

function goesBack(step: CuedStep): boolean {
  return step.bottle !== null && step.after === 'return';
}

function prepareLabel(step: CuedStep, next: CuedStep | null): Sentence {
  const emptying = isWater(step.kind)
    ? 'water to the drain'
    : goesBack(step)
      ? `funnel into the ${step.bottle} bottle`
      : `funnel into ${jugInWords(step.kind)}`;
  if (!next) return sentence`Get clips and a clean line ready; ${emptying}`;
  const what = isWater(next.kind)
    ? waterInWords(next)
    : next.madeUp === undefined
      ? `${next.name} bottle`
      : `${next.name}, ${next.madeUp},`;
  return sentence`${what} at ${{ tempC: pouredAtC(next) }}; ${emptying}`;
}

function pourOutLabel(step: CuedStep): string {
  if (!step.inTank) return `Lift the film out of the ${step.name.toLowerCase()}`;
  if (isWater(step.kind)) return `Pour the ${lowerFirst(waterInWords(step))} out`;
  return goesBack(step) ? `Pour out, back into ${step.bottle}` : `Pour ${step.name.toLowerCase()} out, into ${jugInWords(step.kind)}`;
}
