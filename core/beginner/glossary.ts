/** The trade's words, each in a sentence or two (domain.md 2, 19). */
export interface Word {
  readonly id: string;
  readonly word: string;
  readonly means: string;
}

export const GLOSSARY: readonly Word[] = [
  [
    'agitation',
    'Agitation',
    'Moving the solution over the film, by turning the tank over or twirling its stick, so that fresh solution comes to it everywhere alike.',
  ],
  ['batch', 'Batch', 'One mixing of a kit: what stands in the bottles, with the day it was mixed and the rolls it has seen.'],
  ['bleach-fix', 'Bleach-fix', 'Bleach and fixer in one bath. It gives off gas: let it out of the tank after the first turns.'],
  ['bleach', 'Bleach', 'The bath that turns silver back into a salt, which the fixer then takes away.'],
  ['box-speed', 'Box speed', 'The speed that is printed on the film’s box, as ISO.'],
  ['c-41', 'C-41', 'The process of colour negative film.'],
  ['cassette', 'Cassette', 'The metal or plastic can that 35 mm film comes in.'],
  ['changing-bag', 'Changing bag', 'A light-tight bag with sleeves, in which a tank is loaded in daylight.'],
  ['clip-test', 'Snip test', 'A snip of film in a drop of developer: black within minutes, it still works.'],
  ['control-strip', 'Control strip', 'A strip with known steps of grey that shows by measuring how a process drifts.'],
  [
    'developer',
    'Developer',
    'The bath that makes silver, and in colour film dye, where light fell. Its time and temperature make the picture.',
  ],
  ['dose', 'Dose', 'How much development film got in all: time, weighed by how fast the developer works at each temperature.'],
  [
    'drift',
    'Drift',
    'The developer getting warmer or colder while it works. Steady Reel moves the finish so that the dose stays the same.',
  ],
  ['drum', 'Rotary', 'A tank on rollers that turns all the time and needs little solution.'],
  ['e-6', 'E-6', 'The process of colour slide film.'],
  ['ecn-2', 'ECN-2', 'The process of cine negative film with a black backing.'],
  ['exhaustion', 'Wear', 'A solution works slower with each roll. The leaflet says by how much its time grows.'],
  ['fixer', 'Fixer', 'The bath that takes the light-sensitive salt away; after it light does no harm.'],
  ['fog', 'Fog', 'Density where no light fell: from age, heat, or light that leaked in.'],
  ['inversion', 'Inversion', 'Turning the tank upside down and back, once, in about two seconds.'],
  ['latitude', 'Latitude', 'How far exposure or development may be off before it is seen.'],
  ['leaflet', 'Leaflet', 'The sheet in the kit’s box with its times. All times here come from it.'],
  ['nominal', 'Nominal', 'The temperature that the leaflet’s main time is printed for.'],
  ['one-shot', 'One-shot', 'Solution that is used once and collected for disposal.'],
  ['prewash', 'Prewash', 'Warm water before the developer: it wets and warms film and tank. It runs off coloured, which is normal.'],
  ['pull', 'Pull', 'Developing shorter than usual, for film that got more light.'],
  ['push', 'Push', 'Developing longer than usual, for film that got less light.'],
  ['reel', 'Reel', 'The spiral that holds the film in the tank, so that no turn touches the next.'],
  ['remjet', 'Backing', 'The black layer on the back of cine film. It has to come off before anything else.'],
  ['replenish', 'Replenishing', 'Adding fresh solution for each roll instead of making times longer.'],
  ['reversal', 'Reversal', 'The bath in E-6 that readies what the first developer left, to become the positive.'],
  ['roll-equivalent', 'Roll equivalent', 'How much of a solution’s life a film takes, counted in rolls of 36.'],
  ['stabiliser', 'Stabiliser', 'The last bath: it keeps the dyes and dries without spots. It is not rinsed off.'],
  ['stop', 'Stop bath', 'A weak acid that ends development in a moment. Also: a doubling of light or of what it does.'],
  ['thermostat', 'Set point', 'What a heater holds the water at.'],
  ['wash', 'Wash', 'Running or changed water that takes away what the baths before left in the film.'],
].map(([id = '', word = '', means = '']) => ({ id, word, means }));

export function wordOf(id: string): Word | undefined {
  return GLOSSARY.find((word) => word.id === id);
}
