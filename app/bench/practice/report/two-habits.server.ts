import { DEFAULT_COOLING_PER_MIN } from '../../../../core/heat/bath/water.ts';
import { tankHeatSetting } from '../../../../core/heat/tank/tank-heat-setting.ts';
import type { TankHeatSetting } from '../../../../core/heat/tank/tank-through-the-run.ts';
import type { Kit } from '../../../../core/kit/kit.ts';
import { setScene } from '../../../../core/practice/scene.ts';
import { seenThrough, type HabitSeen } from '../../../../core/practice/two-habits.ts';
import type { Habits } from '../../../../core/schedule/habits.ts';
import { practicePlan, type TankToPractise } from '../new-practice.server.ts';

export const QUESTIONS = ['tank', 'warm', 'stands', 'rinse'] as const;
export type Question = (typeof QUESTIONS)[number];

export function isQuestion(id: unknown): id is Question {
  return QUESTIONS.some((question) => question === id);
}

export const QUESTION_WORDS: Readonly<
  Record<Question, { readonly title: string; readonly habits: readonly [string, string]; readonly says: string }>
> = {
  tank: {
    title: 'Cold tank or warmed tank',
    habits: ['From the shelf', 'Warmed in the bath'],
    says: 'The tank and the film in it take warmth from the first bath that is poured. A prewash can warm them too.',
  },
  warm: {
    title: 'The prewash as warm as the baths, or warm enough for the tank',
    habits: ['Prewash as warm as the baths', 'The prewash warms the tank'],
    says: 'Poured warmer, the prewash leaves the tank at the developer’s temperature: the developer then goes in as it is meant to be.',
  },
  stands: {
    title: 'In the air or in the bath',
    habits: ['Stands in the air', 'Stands in the bath'],
    says: 'Between turns the tank stands somewhere: on the table it cools towards the room, in the bath it stays.',
  },
  rinse: {
    title: 'A rinse after the developer, or none',
    habits: ['No rinse', 'A rinse'],
    says: 'Known here is the time it takes and what it does to the tank. That a rinse keeps developer out of the next bath, and so its bottle longer alive, is not in this picture.',
  },
};

/** What the prewash has to bring up to the developer’s temperature: the tank as it comes from the shelf. */
function warmed(tank: TankToPractise | null, roomC: number): TankHeatSetting {
  return tankHeatSetting(tank ?? { method: 'inversion' }, { roomC, start: 'room', stands: 'air', school: 'warm-tank' });
}

/** Two habits of one kitchen, everything else alike, gone through by the clock (domain.md 9). */
export function twoHabits(
  question: Question,
  kit: Kit,
  tank: TankToPractise | null,
  roomC: number,
  habits: Habits,
): readonly [HabitSeen, HabitSeen] | null {
  const seen = (second: boolean) => {
    const asked: Habits =
      question === 'rinse'
        ? { ...habits, afterDeveloper: second ? 'rinse' : 'none' }
        : question === 'warm'
          ? { ...habits, prewash: { kind: 'timed', s: 60 }, oneTemperature: 'follow' }
          : habits;
    const plan = practicePlan(kit, tank, asked, { heat: question === 'warm' && second ? warmed(tank, roomC) : null });
    if (!plan.ok) return null;
    const calm = setScene('calm', plan.value, 0).kitchen;
    if (!calm) return null;
    const material = plan.value.tank.method === 'rotary' ? 'rotary' : 'plastic';
    const stands = question === 'stands' && second ? ('bath' as const) : ('air' as const);
    const startC = (question === 'tank' && !second) || question === 'warm' ? roomC : calm.tub.setC;
    return seenThrough({
      plan: plan.value,
      kitchen: { ...calm, roomC, tank: { ...calm.tank, startC, stands, coolingPerMin: DEFAULT_COOLING_PER_MIN[stands][material] } },
    });
  };
  const [one, two] = [seen(false), seen(true)];
  return one && two ? [one, two] : null;
}
