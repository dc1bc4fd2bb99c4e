import { answered, refused, type Answer } from '../../answer.ts';
import { mixWater } from '../../heat/mixing.ts';
import { isDeveloper, isWater, type BathKind } from '../../kit/kind.ts';
import type { Kit } from '../../kit/kit.ts';
import { asLabel, asMessage, sentence, type Spoken } from '../../units/sentence.ts';
import { mixRecipes, type MixRecipe } from './mixing.ts';

export const MIXING_FORMAT = 'steady-reel/mixing@1';

type MixingStepKind = 'rinse' | 'water' | 'part' | 'stir' | 'clear' | 'by-leaflet' | 'top-up' | 'cool' | 'label';

/** One thing to do at the mixing bench, to be pressed when it is done. */
export interface MixingStep extends Spoken {
  readonly id: string;
  readonly kind: MixingStepKind;
  /** The bath whose bottle it belongs to. */
  readonly bath: string;
  readonly bottle: string;
  readonly label: string;
  /** What else is worth knowing at this moment, hazards first. */
  readonly hints: readonly (Spoken & { readonly message: string })[];
  /** Stirred, or left to cool, for so long. */
  readonly seconds: number | null;
}

/** A mixing as it was begun: everything it needs is copied into it, as into a run. */
export interface MixingPlan {
  readonly format: typeof MIXING_FORMAT;
  readonly kitName: string;
  readonly batchName: string;
  readonly volumeMl: number;
  readonly steps: readonly MixingStep[];
}

export interface MixingQuestion {
  readonly kit: Pick<Kit, 'baths' | 'makesMl' | 'name'>;
  readonly batchName: string;
  readonly volumeMl: number;
  readonly taps: { readonly hotC: number; readonly coldC: number };
  readonly roomC: number;
}

/** A capped bottle on the table loses a hundredth of its distance to the room a minute: a rule of thumb of our own. */
const BOTTLE_COOLING_PER_MIN = 0.01;

/** A bottle of which the kit's document does not say how it is mixed. */
function stepsByLeaflet(bath: MixingQuestion['kit']['baths'][number], index: number, volumeMl: number): MixingStep[] {
  const of = { bath: bath.id, bottle: bath.name, hints: [], seconds: null };
  return [
    rinseStep(of, bath.kind, index),
    {
      ...of,
      id: `${bath.id}-by-leaflet`,
      kind: 'by-leaflet',
      ...asLabel(sentence`Mix ${bath.name.toLowerCase()} by its leaflet, to ${{ volumeMl }}`),
      hints: [{ message: 'Its parts are not typed in. Concentrate into water, slowly, in the leaflet’s order.' }],
    },
    labelStep(of),
  ];
}

type OfBottle = Pick<MixingStep, 'bath' | 'bottle' | 'hints' | 'seconds'>;

function rinseStep(of: OfBottle, kind: BathKind, index: number): MixingStep {
  return {
    ...of,
    id: `${of.bath}-rinse`,
    kind: 'rinse',
    label: index === 0 ? 'Rinse funnel, jug and rod' : 'Rinse funnel, jug and rod before the next bottle',
    hints: isDeveloper(kind) ? [{ message: 'A drop of bleach, fixer or bleach-fix in a developer spoils it: rinse twice.' }] : [],
  };
}

function labelStep(of: OfBottle): MixingStep {
  return {
    ...of,
    id: `${of.bath}-label`,
    kind: 'label',
    label: 'Into its bottle: air squeezed out, capped, labelled with today’s date',
    hints: [{ message: 'Out of children’s reach, and never in a bottle that held a drink.' }],
  };
}

/**
 * The mixing of a kit as a run: one bottle finished before the next is begun, its parts in the leaflet's order, a powder
 * clear before the next goes in, funnel, jug and rod rinsed before each (domain.md 15).
 * Errors: those of mixRecipes, and `nothing-to-mix`.
 */
export function mixingPlan(question: MixingQuestion): Answer<MixingPlan> {
  const recipes = mixRecipes(question.kit, question.volumeMl);
  if (!recipes.ok) return recipes;
  const bottles = question.kit.baths.filter((bath) => !isWater(bath.kind));
  if (bottles.length === 0)
    return refused({
      code: 'nothing-to-mix',
      path: '$.kit.baths',
      message: 'Nothing is left to mix: every bottle of it stands there already.',
    });
  return answered({
    format: MIXING_FORMAT,
    kitName: question.kit.name,
    batchName: question.batchName,
    volumeMl: question.volumeMl,
    // Every bottle is led through, those that only the leaflet knows too: what was not mixed is not put on the shelf.
    steps: bottles.flatMap((bath, i) => {
      const recipe = recipes.value.find((each) => each.bath === bath.id);
      return recipe ? bottleSteps(recipe, i, question) : stepsByLeaflet(bath, i, question.volumeMl);
    }),
  });
}

function bottleSteps(recipe: MixRecipe, index: number, { kit, taps, roomC }: MixingQuestion): MixingStep[] {
  const bath = kit.baths.find((each) => each.id === recipe.bath);
  const of = { bath: recipe.bath, bottle: recipe.name };
  const plain = { hints: [], seconds: null };
  const water = waterSaid(recipe, taps);
  const parts = recipe.parts.flatMap((part, n): MixingStep[] => {
    const id = `${recipe.bath}-${n + 1}`;
    const powder = part.unit !== 'ml';
    const amount =
      part.unit === 'packet' ? sentence`The packet` : powder ? sentence`${part.amount} g` : sentence`${{ volumeMl: part.amount }}`;
    return [
      {
        ...of,
        ...plain,
        id: `${id}-part`,
        kind: 'part',
        ...asLabel(sentence`${amount} of ${part.name} into the water`),
        hints: [
          {
            message: powder
              ? 'Slowly, stirring, your face away from the dust.'
              : 'Concentrate into water, slowly; never the other way round.',
          },
          ...(n === 0 ? recipe.cautions.slice(1).map((message) => ({ message })) : []),
        ],
      },
      ...(recipe.stirS
        ? [{ ...of, ...plain, id: `${id}-stir`, kind: 'stir' as const, label: `Stir ${part.name} in`, seconds: recipe.stirS }]
        : []),
      ...(powder
        ? [
            {
              ...of,
              ...plain,
              id: `${id}-clear`,
              kind: 'clear' as const,
              label: 'Is it clear? No grain at the bottom',
              hints: [{ message: 'Not yet clear: go on stirring. The next part goes in only once it is.' }],
            },
          ]
        : []),
    ];
  });
  const cool = coolingS(recipe, bath?.range?.highC ?? bath?.nominalC ?? null, roomC);
  return [
    rinseStep({ ...of, ...plain }, bath?.kind ?? 'fixer', index),
    { ...of, id: `${recipe.bath}-water`, kind: 'water', seconds: null, ...water },
    ...parts,
    {
      ...of,
      ...plain,
      id: `${recipe.bath}-top-up`,
      kind: 'top-up',
      ...asLabel(sentence`Top up with water to ${{ volumeMl: recipe.topUpToMl }}`),
    },
    ...(cool === null
      ? []
      : [
          {
            ...of,
            id: `${recipe.bath}-cool`,
            kind: 'cool' as const,
            label: 'Let it cool, the cap loose',
            seconds: cool.seconds,
            hints: [
              asMessage(
                sentence`It is at about ${{ tempC: cool.fromC }}; it may be used from ${{ tempC: cool.toC }}. You can go on with the next bottle.`,
              ),
            ],
          },
        ]),
    labelStep({ ...of, ...plain }),
  ];
}

function waterSaid(recipe: MixRecipe, { hotC, coldC }: MixingQuestion['taps']) {
  const targetC = recipe.waterC;
  if (targetC === null) return { ...asLabel(sentence`${{ volumeMl: recipe.waterMl }} of water`), hints: [] };
  const label = asLabel(sentence`${{ volumeMl: recipe.waterMl }} of water at ${{ tempC: targetC }}`);
  const mixed = mixWater({ totalMl: recipe.waterMl, hotC, coldC, targetC });
  const hint = mixed.ok
    ? asMessage(
        sentence`From the taps: ${{ volumeMl: mixed.value.hotMl }} hot (${{ tempC: hotC }}) and ${{ volumeMl: mixed.value.coldMl }} cold (${{ tempC: coldC }}).`,
      )
    : targetC > hotC
      ? asMessage(sentence`The hot tap gives ${{ tempC: hotC }} at most: warm the water further in a kettle, and measure it.`)
      : asMessage(
          sentence`The cold tap gives ${{ tempC: coldC }}: let it stand in the refrigerator, or use ice of clean water, and measure it.`,
        );
  return { ...label, hints: [hint] };
}

/** How long until a fresh solution may be used, from what went into it; null where it may at once or nothing is said. */
function coolingS(recipe: MixRecipe, usableC: number | null, roomC: number): { seconds: number; fromC: number; toC: number } | null {
  if (recipe.waterC === null || usableC === null || recipe.topUpToMl <= 0) return null;
  const share = Math.min(1, recipe.waterMl / recipe.topUpToMl);
  // Concentrates and the water that tops it up stand at the room's temperature.
  const fromC = roomC + (recipe.waterC - roomC) * share;
  const toC = Math.max(usableC, roomC + 0.5);
  if (fromC <= toC) return null;
  const minutes = Math.log((fromC - roomC) / (toC - roomC)) / BOTTLE_COOLING_PER_MIN;
  return { seconds: Math.round(minutes * 60), fromC, toC };
}

export type MixingAct =
  | { readonly id: string; readonly kind: 'done' | 'begun'; readonly step: string; readonly atMs: number }
  | { readonly id: string; readonly kind: 'undone'; readonly atMs: number };

export interface MixingState {
  /** How many steps are done: the next is the one to do. */
  readonly done: number;
  /** When the clock of the present step was started; null where it was not. */
  readonly begunAtMs: number | null;
  readonly over: boolean;
}

/** Where a mixing stands. Steps are done in order; an act about another step than the present one changes nothing. */
export function foldMixing(plan: Pick<MixingPlan, 'steps'>, acts: readonly MixingAct[]): MixingState {
  let done = 0;
  let begunAtMs: number | null = null;
  for (const act of acts) {
    if (act.kind === 'undone') {
      // The clock of a step that is begun is taken back before the step before it.
      if (begunAtMs === null) done = Math.max(0, done - 1);
      begunAtMs = null;
    } else if (act.step === plan.steps[done]?.id) {
      if (act.kind === 'begun') begunAtMs = act.atMs;
      else [done, begunAtMs] = [done + 1, null];
    }
  }
  return { done, begunAtMs, over: done >= plan.steps.length };
}
