import { EVEN_BY_C } from '../schedule/evenness.ts';
import {
  e,
  marked,
  percent,
  under,
  over,
  onTime,
  worn,
  old,
  fresh,
  incident,
  spoiled,
  slide,
  wearFor,
  doseFor,
  type Evidence,
} from './evidence.ts';
import type { Inspection, RunFacts } from './inspection.ts';

export type CauseKind = 'exposure' | 'development' | 'film';

export interface Cause {
  readonly id: string;
  readonly kind: CauseKind;
  readonly for: (seen: Inspection, run: RunFacts) => readonly (Evidence | false | undefined)[];
  readonly against: (seen: Inspection, run: RunFacts) => readonly (Evidence | false | undefined)[];
  /** What can still be done for this film; light does no harm now. */
  readonly now: string;
  readonly nextTime: string;
}

/** Every row of domain.md 12 as a cause, each with its evidence in sentences. */
export const CAUSES: readonly Cause[] = [
  {
    id: 'developer-too-little',
    kind: 'development',
    for: (seen, run) => [
      seen.edge === 'thin' && e(3, 'The film’s own edge print is thin, and the camera has no part in that.'),
      seen.edge === 'thin' && seen.frames === 'thin' && e(1, 'The frames are thin with it.'),
      slide(run) && seen.slides === 'dark' && e(2, 'Slides come out dark when the first developer did too little.'),
      doseFor(run, 'under'),
      ...wearFor(run),
      run.pushStops !== undefined && run.pushStops < 0 && e(1, 'A pull was asked for.'),
    ],
    against: (seen, run) => [
      (seen.edge === 'normal' || seen.edge === 'dense') && e(3, `The edge print is ${seen.edge}.`),
      (seen.frames === 'dense' || seen.slides === 'light') && e(2, 'The film is denser than it should be, not thinner.'),
      onTime(run) && e(1, 'The developer gave its dose on time.'),
      over(run) && e(2, `The developer gave ${percent(run.doseShare ?? 1)} of its dose.`),
      fresh(run) && seen.edge !== 'thin' && e(1, 'The solution was neither worn nor old.'),
    ],
    now: 'Nothing brings back what was not developed. Scan it with more exposure; thin negatives often hold more than they show.',
    nextTime: 'Read the temperature inside the tank, warm the tank first, and test the developer on a snip before a film that matters.',
  },
  {
    id: 'developer-too-much',
    kind: 'development',
    for: (seen, run) => [
      seen.edge === 'dense' && e(3, 'The film’s own edge print is dense, and the camera has no part in that.'),
      seen.edge === 'dense' && seen.frames === 'dense' && e(1, 'The frames are dense with it.'),
      slide(run) && seen.slides === 'light' && e(2, 'Slides come out light when the first developer did too much.'),
      doseFor(run, 'over'),
      run.lateS !== undefined && run.lateS > 15 && e(1, `The next bath went in ${Math.round(run.lateS)} s late.`),
      run.pushStops !== undefined && run.pushStops > 0 && e(1, 'A push was asked for.'),
    ],
    against: (seen, run) => [
      (seen.edge === 'normal' || seen.edge === 'thin' || seen.edge === 'none') &&
        e(3, `The edge print is ${seen.edge === 'none' ? 'not there' : seen.edge}.`),
      (seen.frames === 'thin' || seen.frames === 'none' || seen.slides === 'dark') &&
        e(2, 'The film is thinner than it should be, not denser.'),
      onTime(run) && e(1, 'The developer gave its dose on time.'),
      under(run) && e(2, `The developer gave ${percent(run.doseShare ?? 1)} of its dose.`),
    ],
    now: 'Scan it with less exposure; dense negatives hold their highlights longer than they seem to.',
    nextTime: 'Read the temperature inside the tank and begin to pour out when the Bench says so.',
  },
  {
    id: 'under-exposed',
    kind: 'exposure',
    for: (seen, run) => [
      seen.frames === 'thin' && seen.edge === 'normal' && e(3, 'The frames are thin and the edge print is normal: the developer worked.'),
      seen.frames === 'thin' && seen.edge === undefined && e(1, 'The frames are thin.'),
      slide(run) && seen.slides === 'dark' && e(1, 'Slides come out dark when they got too little light.'),
      slide(run) && seen.slides === 'dark' && onTime(run) && e(2, 'The first developer gave its dose on time.'),
      seen.frames === 'uneven' && seen.edge === 'normal' && e(2, 'Frames differ along the roll while the edge print does not.'),
      seen.frames === 'thin' && run.expiredYears !== undefined && run.expiredYears > 0 && e(1, 'Old film has lost some of its speed.'),
    ],
    against: (seen, run) => [
      (seen.edge === 'thin' || seen.edge === 'none') && e(3, `The edge print is ${seen.edge === 'none' ? 'not there' : 'thin'} too.`),
      (seen.frames === 'normal' || seen.frames === 'dense' || seen.slides === 'light') && e(2, 'The frames got light enough.'),
      seen.frames === 'none' && e(2, 'There are no frames at all.'),
      under(run) && e(1, `The developer gave ${percent(run.doseShare ?? 1)} of its dose.`),
    ],
    now: 'Scan it with more exposure. Nothing in the baths went wrong.',
    nextTime: 'Give the film more light: check the meter’s speed, the shutter, and what was metered.',
  },
  {
    id: 'over-exposed',
    kind: 'exposure',
    for: (seen, run) => [
      seen.frames === 'dense' && seen.edge === 'normal' && e(3, 'The frames are dense and the edge print is normal: the developer worked.'),
      seen.frames === 'dense' && seen.edge === undefined && e(1, 'The frames are dense.'),
      slide(run) && seen.slides === 'light' && e(1, 'Slides come out light when they got too much light.'),
      slide(run) && seen.slides === 'light' && onTime(run) && e(2, 'The first developer gave its dose on time.'),
    ],
    against: (seen, run) => [
      seen.edge === 'dense' && e(3, 'The edge print is dense too.'),
      (seen.frames === 'normal' || seen.frames === 'thin' || seen.frames === 'none' || seen.slides === 'dark') &&
        e(2, 'The frames did not get too much light.'),
      over(run) && e(1, `The developer gave ${percent(run.doseShare ?? 1)} of its dose.`),
    ],
    now: 'Scan it with less exposure. Nothing in the baths went wrong.',
    nextTime: 'Give the film less light, or trust the meter.',
  },
  {
    id: 'never-exposed',
    kind: 'exposure',
    for: (seen) => [
      seen.frames === 'none' &&
        (seen.edge === 'normal' || seen.edge === 'dense') &&
        e(3, 'The strip is clear and its edge print is there: the developer worked, and no light came.'),
    ],
    against: (seen) => [
      seen.edge === 'none' && e(3, 'The edge print is missing too.'),
      seen.frames !== undefined && seen.frames !== 'none' && e(3, 'There are frames on it.'),
    ],
    now: 'Nothing is on it to be saved.',
    nextTime: 'See the rewind knob turn while the film is wound on, and the lens cap off.',
  },
  {
    id: 'developer-dead',
    kind: 'development',
    for: (seen, run) => [
      seen.edge === 'none' && e(2, 'Even the edge print is missing.'),
      seen.edge === 'none' &&
        seen.frames === 'none' &&
        e(2, 'The whole strip is clear: the developer was dead, or the baths came in the wrong order.'),
      seen.edge === 'none' && spoiled(run) && e(2, 'Something had got into the developer.'),
      seen.edge === 'none' && old(run) && e(1, `The solution was ${run.ageDays ?? 0} days old and keeps ${run.keepsDays ?? 0}.`),
    ],
    against: (seen) => [seen.edge !== undefined && seen.edge !== 'none' && e(3, 'The edge print is there.')],
    now: 'What was fixed without being developed is gone.',
    nextTime: 'Test the developer on a snip of leader before the film, and stand bottles in the order of pouring.',
  },
  {
    id: 'fogged',
    kind: 'film',
    for: (seen) => [marked(seen, 'wholly-dark') && e(3, 'The strip is dark from edge to edge.')],
    against: (seen) => [seen.marks !== undefined && !marked(seen, 'wholly-dark') && e(2, 'The strip is not dark all over.')],
    now: 'Fog cannot be taken away; strong frames may still scan.',
    nextTime:
      'Load in complete darkness, let eyes rest for five minutes, and look for a glow; keep the lid on until it is bleached and fixed.',
  },
  {
    id: 'silver-left',
    kind: 'development',
    for: (seen, run) => [
      marked(seen, 'silver') && e(3, 'Colour is low, contrast high, and the film looks greyish.'),
      seen.colour === 'weak' && run.treatment !== 'bleach-bypass' && e(1, 'Colours are weak.'),
      run.bleachShare !== undefined && run.bleachShare < 0.9 && e(2, `The bleach got ${percent(run.bleachShare)} of its time.`),
    ],
    against: (seen, run) => [
      run.treatment === 'bleach-bypass' && e(3, 'The bleach was left out on purpose.'),
      seen.colour === 'right' && e(2, 'The colours are right.'),
      run.bleachShare !== undefined && run.bleachShare >= 0.9 && e(1, 'The bleach got its time.'),
    ],
    now: 'Bleach it again, then fix and wash it: light does no harm now.',
    nextTime: 'Give the bleach its whole time at its temperature; longer does no harm.',
  },
  {
    id: 'fixing-incomplete',
    kind: 'development',
    for: (seen, run) => [
      marked(seen, 'milky') && e(3, 'The film is milky or cloudy.'),
      run.fixShare !== undefined && run.fixShare < 0.9 && e(2, `The fixer got ${percent(run.fixShare)} of its time.`),
    ],
    against: (seen, run) => [
      seen.marks !== undefined && !marked(seen, 'milky') && e(2, 'The film is clear.'),
      run.fixShare !== undefined && run.fixShare >= 0.9 && e(1, 'The fixer got its time.'),
    ],
    now: 'Fix it again and wash it: light does no harm now.',
    nextTime: 'Test the fixer on a snip: it should clear in half its time.',
  },
  {
    id: 'surging',
    kind: 'development',
    for: (seen) => [marked(seen, 'perforation-streaks') && e(3, 'Streaks run from the perforations.')],
    against: (seen) => [seen.marks !== undefined && !marked(seen, 'perforation-streaks') && e(2, 'No streaks run from the perforations.')],
    now: 'They stay; a scan can hide some of them.',
    nextTime: 'Turn the tank gently and not in one rhythm only.',
  },
  {
    id: 'uneven-development',
    kind: 'development',
    for: (seen, run) => [
      marked(seen, 'bands') && e(3, 'There are bands or mottle.'),
      run.missedBeats !== undefined && run.missedBeats > 1 && e(1, `${run.missedBeats} beats were missed.`),
      seen.frames === 'uneven' &&
        seen.edge !== undefined &&
        seen.edge !== 'normal' &&
        e(1, 'Density differs along the roll, edge print included.'),
    ],
    against: (seen) => [seen.marks !== undefined && !marked(seen, 'bands') && e(2, 'There are no bands.')],
    now: 'They stay.',
    nextTime: 'Enough solution to cover the reels, a quick fill, and every beat.',
  },
  {
    id: 'air-bubbles',
    kind: 'development',
    for: (seen) => [marked(seen, 'clear-spots') && e(3, 'There are round clear spots.')],
    against: (seen) => [seen.marks !== undefined && !marked(seen, 'clear-spots') && e(2, 'There are no round spots.')],
    now: 'They stay; retouch the scan.',
    nextTime: 'Tap the tank after each turn, and prewash.',
  },
  {
    id: 'kinked',
    kind: 'film',
    for: (seen) => [marked(seen, 'crescents') && e(3, 'There are crescents or creases.')],
    against: (seen) => [seen.marks !== undefined && !marked(seen, 'crescents') && e(2, 'There are no crescents.')],
    now: 'They stay; retouch the scan.',
    nextTime: 'Practise loading in the light; when it jams, go back a turn instead of pushing.',
  },
  {
    id: 'film-touched-film',
    kind: 'film',
    for: (seen) => [marked(seen, 'bare-patches') && e(3, 'There are bare patches that no bath reached.')],
    against: (seen) => [seen.marks !== undefined && !marked(seen, 'bare-patches') && e(2, 'There are no bare patches.')],
    now: 'Fix and wash the patches if they are milky; the picture there is gone.',
    nextTime: 'Feel that every turn lies in its own groove.',
  },
  {
    id: 'drying-marks',
    kind: 'development',
    for: (seen, run) => [
      marked(seen, 'drying-marks') && e(3, 'There is scum, or drying marks.'),
      run.washShare !== undefined && run.washShare < 0.7 && e(1, `The wash got ${percent(run.washShare)} of its time.`),
    ],
    against: (seen) => [seen.marks !== undefined && !marked(seen, 'drying-marks') && e(2, 'It dried clean.')],
    now: 'Wash it again, a fresh final rinse, and hang it untouched.',
    nextTime: 'Soft or distilled water for the final rinse, and no wiping.',
  },
  {
    id: 'remjet-left',
    kind: 'development',
    for: (seen, run) => [
      marked(seen, 'black-specks') && e(3, 'There are black specks.'),
      run.process === 'ECN-2' && marked(seen, 'black-specks') && e(1, 'Cine film has a backing that leaves them.'),
      incident(run, 'remjet') && e(1, 'Flakes had got into the developer.'),
    ],
    against: (seen) => [seen.marks !== undefined && !marked(seen, 'black-specks') && e(2, 'There are no specks.')],
    now: 'Wipe it in an alkaline bath and wash it again.',
    nextTime: 'Rinse until the water runs clear, wipe longer, and filter the developer.',
  },
  {
    id: 'temperature-shock',
    kind: 'development',
    for: (seen, run) => {
      const by = EVEN_BY_C[run.process ?? 'C-41'];
      return [
        marked(seen, 'cracked') && e(3, 'There is a fine cracked pattern.'),
        run.jumpC !== undefined && run.jumpC > by && e(1, `Baths were ${run.jumpC.toFixed(1)} °C apart.`),
      ];
    },
    against: (seen) => [seen.marks !== undefined && !marked(seen, 'cracked') && e(2, 'The film’s skin is smooth.')],
    now: 'It stays.',
    nextTime: 'Keep every bath and wash within a few degrees of the one before.',
  },
  {
    id: 'carry-over',
    kind: 'development',
    for: (seen, run) => [
      seen.colour === 'cast' &&
        run.rinse === false &&
        e(3, 'The whole roll has a cast, and nothing rinsed the developer out before the bleach.'),
      seen.colour === 'cast' && incident(run, 'developer') && e(1, 'Developer had got into a later bath.'),
    ],
    against: (seen, run) => [
      seen.colour === 'right' && e(3, 'The colours are right.'),
      run.rinse === true && e(2, 'The developer was rinsed out.'),
    ],
    now: 'Correct it in the scan; bleach and fix again if it looks greyish too.',
    nextTime: 'Put a rinse or a stop bath after the developer.',
  },
  {
    id: 'off-temperature-or-contaminated',
    kind: 'development',
    for: (seen, run) => [
      seen.colour === 'cast' && e(1, 'The colours have a cast.'),
      seen.colour === 'cast' &&
        run.doseShare !== undefined &&
        !onTime(run) &&
        e(2, `The developer gave ${percent(run.doseShare)} of its dose.`),
      seen.colour === 'cast' && spoiled(run) && e(2, 'Something had got into the solution.'),
      (seen.colour === 'cast' || seen.colour === 'weak') && (worn(run) || old(run)) && e(1, 'The solution was worn or old.'),
      seen.colour === 'cast' &&
        (run.treatment === 'cross-process' || run.treatment === 'cine-in-c41') &&
        e(2, 'This treatment shifts colour by itself.'),
    ],
    against: (seen, run) => [
      seen.colour === 'right' && e(3, 'The colours are right.'),
      onTime(run) && fresh(run) && !spoiled(run) && e(1, 'Dose and solution were as they should be.'),
    ],
    now: 'Correct it in the scan.',
    nextTime: 'Hold the developer to its temperature, and keep each bottle’s funnel to itself.',
  },
];
