import { DEFAULT_COOLING_PER_MIN, DEFAULT_TANK_HEAT_JK } from '../heat/bath/water.ts';
import { bleachesOrFixes, isDeveloper } from '../kit/kind.ts';
import type { RunPlan } from '../run/plan/run-plan.ts';
import { pouredAtC } from '../schedule/poured-at.ts';
import { chance } from './chance.ts';
import type { KitchenSetting } from './kitchen.ts';
import type { SimulatedThermometer } from './thermometer.ts';

export const SCENE_IDS = ['calm', 'cold-kitchen', 'falling-sink', 'forgotten-start', 'two-thermometers', 'phone-call', 'water'] as const;
export type SceneId = (typeof SCENE_IDS)[number];

export interface Scene {
  readonly id: SceneId;
  readonly name: string;
  /** What it is like there. */
  readonly says: string;
  /** What is learnt there. */
  readonly teaches: string;
}

const SCENES: Readonly<Record<SceneId, Omit<Scene, 'id'>>> = {
  calm: {
    name: 'A calm evening',
    says: 'The bath has settled, the tank is warm, nobody calls.',
    teaches: 'The order, the beat, and pouring out in time.',
  },
  'cold-kitchen': {
    name: 'A cold kitchen',
    says: 'The room is cold, and the tank with the film in it stood there all afternoon.',
    teaches: 'A cold tank cools the developer at once. A reading in its first minute sees it, and the finish moves.',
  },
  'falling-sink': {
    name: 'A falling sink',
    says: 'No heater: the sink was filled some time ago and the water grows cold.',
    teaches: 'Read inside the bottle before you pour, not the sink, and read again in the tank.',
  },
  'forgotten-start': {
    name: 'A forgotten start',
    says: 'The developer is in before the clock runs.',
    teaches: 'Set the start to when it went in. The developer did not wait for the press.',
  },
  'two-thermometers': {
    name: 'Two thermometers',
    says: 'Two thermometers lie there and do not agree. One was held in melting ice last month.',
    teaches: 'Believe the one that was checked, all the way through.',
  },
  'phone-call': {
    name: 'A call in the wash',
    says: 'Halfway through the wash somebody rings and will not be short.',
    teaches: 'What can wait and what cannot: a wash goes on by itself, a developer does not.',
  },
  water: {
    name: 'Water in the real tank',
    says: 'No kitchen is made up. You pour plain water in and out of your own tank, with your own hands.',
    teaches: 'Whether the funnel fits, the lid holds, and the tank is empty in time.',
  },
};

export function isSceneId(id: unknown): id is SceneId {
  return typeof id === 'string' && Object.hasOwn(SCENES, id);
}

export function sceneOf(id: SceneId): Scene {
  return { id, ...SCENES[id] };
}

/** The scenes of a made-up kitchen, the easiest first. */
export const PRACTICE_SCENES: readonly Scene[] = SCENE_IDS.filter((id) => id !== 'water').map(sceneOf);

/** A scene as the dice made it. */
export interface SceneSet {
  /** Null where the tank is real and full of water. */
  readonly kitchen: KitchenSetting | null;
  /** The first is the one at hand. Where there are two, the trusted one says so in its name. */
  readonly thermometers: readonly SimulatedThermometer[];
  readonly trusted: string | null;
  /** How long the first developer was in the tank when its press came. */
  readonly forgottenS: number;
  /** Somebody rings this long after the wash went in; null in every other scene. */
  readonly call: { readonly afterS: number; readonly lastsS: number } | null;
}

const USUAL: SimulatedThermometer = { name: 'Practice thermometer', offsetC: 0, spreadC: 0.05, lagS: 0, dropout: 0 };
const BATH_LITRES = 12;
const BOTTLE_ML = 1000;
const TANK_ML = 500;

/** Sets a scene for a run: its kitchen, its thermometers and what will happen in it, the same for the same seed. */
export function setScene(id: SceneId, plan: RunPlan, seed: number): SceneSet {
  const still: SceneSet = { kitchen: null, thermometers: [USUAL], trusted: null, forgottenS: 0, call: null };
  if (id === 'water') return { ...still, thermometers: [] };
  const calm = calmKitchen(plan);
  const between = (low: number, high: number, n: number) => low + (high - low) * chance(seed, 'bias', n);
  switch (id) {
    case 'cold-kitchen': {
      const roomC = Math.round(between(12, 16, 1));
      return {
        ...still,
        kitchen: {
          ...calm,
          roomC,
          tank: { ...calm.tank, startC: roomC, stands: 'air', coolingPerMin: DEFAULT_COOLING_PER_MIN.air[materialOfTank(plan)] },
        },
      };
    }
    case 'falling-sink': {
      const fallen = between(0.6, 1.4, 1);
      return {
        ...still,
        kitchen: {
          ...calm,
          roomC: 18,
          tub: { ...calm.tub, litres: 6, startC: calm.tub.startC - 1 - fallen, heaterW: 0 },
          bottles: calm.bottles.map((bottle) => ({ ...bottle, startC: bottle.startC - fallen })),
        },
      };
    }
    case 'forgotten-start':
      return { ...still, kitchen: calm, forgottenS: Math.round(between(18, 45, 1)) };
    case 'two-thermometers': {
      const offsetC = Math.round((chance(seed, 'bias', 2) < 0.5 ? -1 : 1) * between(0.7, 1.3, 3) * 10) / 10;
      const checked = { ...USUAL, name: 'Long one, checked in ice' };
      const other = { ...USUAL, name: 'New one, never checked', offsetC };
      // What the wrong one would have led to is only there to be seen if the bath is not just where it should be.
      const kitchen = { ...calm, bottles: calm.bottles.map((bottle) => ({ ...bottle, startC: bottle.startC - offsetC / 2 })) };
      return { ...still, kitchen, thermometers: [other, checked], trusted: checked.name };
    }
    case 'phone-call':
      return {
        ...still,
        kitchen: calm,
        call: washThatMayWait(plan) === null ? null : { afterS: Math.round(between(25, 60, 1)), lastsS: 240 },
      };
    case 'calm':
      return { ...still, kitchen: calm };
  }
}

/** The last wash, with bleach and fixer behind it: between two developers no film may wait. Null where there is none. */
export function washThatMayWait(plan: RunPlan): number | null {
  const place = plan.steps.findLastIndex((step) => step.kind === 'wash');
  return place >= 0 && plan.steps.slice(0, place).some((step) => bleachesOrFixes(step.kind)) ? place : null;
}

const materialOfTank = (plan: RunPlan) => (plan.tank.method === 'rotary' ? 'rotary' : 'plastic');

/** Everything as it should be: the bath at its set point, each bottle at what it is poured at, the tank warmed in the bath. */
function calmKitchen(plan: RunPlan): KitchenSetting {
  const firstDeveloper = plan.steps.find((step) => isDeveloper(step.kind)) ?? plan.steps[0];
  const setC = firstDeveloper ? pouredAtC(firstDeveloper) : 38;
  const fromBottles = new Map(plan.steps.filter((step) => step.bottle !== null).map((step) => [step.bath, pouredAtC(step)]));
  const material = materialOfTank(plan);
  return {
    roomC: 21,
    tub: { litres: BATH_LITRES, startC: setC, setC, heaterW: 800, lidded: false },
    bottles: [...fromBottles].map(([bath, startC]) => ({ id: bath, ml: BOTTLE_ML, material: 'plastic', startC })),
    tank: {
      ml: Math.min(BOTTLE_ML, plan.tank.volumeMl ?? TANK_ML),
      heatJK: plan.heat?.heatJK ?? DEFAULT_TANK_HEAT_JK[material],
      startC: setC,
      coolingPerMin: plan.surroundings?.coolingPerMin ?? DEFAULT_COOLING_PER_MIN.bath[material],
      stands: 'bath',
    },
  };
}
