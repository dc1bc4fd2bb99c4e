import { METHOD_TITLES, RULE_IDS, type RuleId } from './rules.ts';

/** A rule of the method in plain words, each once (domain.md 5 to 10). */
export interface Rule {
  readonly id: RuleId;
  readonly title: string;
  readonly says: readonly string[];
}

const RULES: Readonly<Record<RuleId, Pick<Rule, 'says'>>> = {
  order: {
    says: [
      'Each bath readies the film for the next; none may be left out or changed over. The developer makes the picture, what follows takes the silver away and leaves the dye.',
      'Only developers are timed to the second. All others run to completion.',
    ],
  },
  leaflet: {
    says: [
      'Every time begins with the one printed in the kit’s leaflet, for its own temperature. Nothing here knows better than the leaflet.',
      'Where it prints several temperatures, times between them are read off a curve through its figures: each degree changes the time by the same share.',
    ],
  },
  temperature: {
    says: [
      'A developer works faster when it is warmer. The time is read off the leaflet’s curve for the temperature at which it is poured.',
      'Further out than the leaflet prints, the curve is drawn on, and the page warns: that is a guess. Far off, warm the bottle instead.',
    ],
  },
  wear: {
    says: [
      'A solution that has developed films works slower. Leaflets say by how much: some add seconds, some a share, some print a time for each roll.',
      'With several rolls in one tank the later one counts, unless your habit is to count the first.',
    ],
  },
  push: {
    says: [
      'Film that got less light than its speed asks for is developed longer, and the other way round. The leaflet says how much for each stop; where it does not, a rule of thumb may be chosen.',
      'Colours and contrast change with it. More than two stops is a picture of its own kind.',
    ],
  },
  own: {
    says: [
      'Seconds or percent more or less, by your own conviction, on any bath. It stands in the working on a line of its own, with the reason you gave.',
    ],
  },
  tank: {
    says: [
      'An empty tank at room temperature takes warmth from what is poured into it, and then cools on. Either the developer is poured a little warmer, or it is given a little longer.',
      'A tank that was tested once is reckoned with as it is; else with what tanks of its kind usually do.',
    ],
  },
  drift: {
    says: [
      'What counts is how much development the film got in all. A reading tells where the tank really is; from there the finish moves, so that the film gets the same as at the planned temperature.',
      'Between readings it is taken to go straight, after the last to cool on as tanks do. You may keep the planned time instead.',
    ],
  },
  bath: {
    says: [
      'Heat goes from heater to water, from water to bottles, from all of it to the room. From litres, watts and the room it follows when the bottles are ready; a probe in the water corrects that by what it sees.',
      'Read inside a bottle that was swirled. The water around it is always ahead of it.',
    ],
  },
  agitation: {
    says: [
      'Solution at the film is used up first; turning the tank brings fresh solution there. As often as the leaflet says, as gently, every time alike.',
      'More of it develops more, and the edges of the picture first.',
    ],
  },
  clock: {
    says: [
      'A bath’s time begins with the first drop, or with the full tank if that is your habit, and ends when the tank is empty. Pouring out begins that much earlier.',
      'So no roll gets more than another because pouring takes a while.',
    ],
  },
  completion: {
    says: [
      'Bleach, fixer, bleach-fix and washes do all they can and then stop. Longer does no harm; shorter does, and can be made up for: pour it in again.',
    ],
  },
  capacity: {
    says: [
      'A batch is worn by rolls and grows old by itself, faster with air above it. Past the leaflet’s number of rolls or days its times are guesses, and the page says so.',
      'Doubt costs a snip of film: test before you pour.',
    ],
  },
  light: {
    says: [
      'When everything that bleaches and fixes is behind, and has had its time. Until then the tank stays shut, whatever the clock says.',
    ],
  },
  drying: {
    says: ['Hung up with a weight, where no dust moves, untouched. Wet film is soft: a finger or a squeegee marks it for good.'],
  },
};

export const METHOD: readonly Rule[] = RULE_IDS.map((id) => ({ id, title: METHOD_TITLES[id], ...RULES[id] }));
