interface Question {
  readonly name: string;
  readonly asks: string;
  readonly schools: readonly { readonly value: string; readonly label: string; readonly does: string }[];
}

/** Every question of domain.md 9, each school with what it does and when leaflets ask for it. */
export const QUESTIONS: readonly Question[] = [
  {
    name: 'prewash',
    asks: 'Before the developer',
    schools: [
      { value: 'kit', label: 'As the kit says', does: 'The prewash that stands in the kit’s own sequence, if any.' },
      { value: 'none', label: 'No prewash', does: 'The tank is warmed dry in the bath. Leaflets that fear uneven uptake ask for it.' },
      {
        value: 'timed',
        label: 'A timed prewash',
        does: 'Warms film and tank so that the developer does not cool. One minute is usual, five where a leaflet wants it.',
      },
      { value: 'until-clear', label: 'Changes until clear', does: 'Washes out dyes and backing that would colour the developer.' },
    ],
  },
  {
    name: 'clock',
    asks: 'When the clock starts',
    schools: [
      {
        value: 'first-drop',
        label: 'At the first drop',
        does: 'Filling counts as development. Right for tanks that fill in a few seconds.',
      },
      { value: 'tank-full', label: 'When the tank is full', does: 'Filling comes on top. Large tanks and leaflets that say so.' },
    ],
  },
  {
    name: 'pourOut',
    asks: 'Pouring out',
    schools: [
      {
        value: 'inside',
        label: 'Tank empty at zero',
        does: 'Pouring begins before the end, so that the time includes it. Most leaflets mean this.',
      },
      { value: 'at-zero', label: 'Pouring begins at zero', does: 'The film gets a few seconds more in every bath.' },
    ],
  },
  {
    name: 'agitation',
    asks: 'Agitation',
    schools: [
      {
        value: 'kit',
        label: 'As the kit says',
        does: 'Each bath’s own beat. A stick or a rotary tank changes the movement, not the beat; that is set with the tank.',
      },
      { value: 'every-30', label: 'Inversions every 30 s', does: 'Most leaflets for warm baths.' },
      { value: 'every-60', label: 'Inversions every 60 s', does: 'Gentler; for long developers.' },
      { value: 'continuous', label: 'Without a pause', does: 'Slowly all through the step, by hand or by a gentle machine.' },
      { value: 'long-gaps', label: 'Long gaps, every 2 minutes', does: 'For developers at room temperature, which work slowly.' },
    ],
  },
  {
    name: 'afterDeveloper',
    asks: 'After the developer',
    schools: [
      { value: 'kit', label: 'As the kit says', does: 'Whatever stands in the kit’s own sequence.' },
      { value: 'none', label: 'Straight on', does: 'No water between developer and bleach. Quick; carries developer over.' },
      { value: 'rinse', label: 'One rinse', does: 'Less carry-over, steadier colour, a bleach-fix that lasts.' },
      { value: 'stop', label: 'A stop bath', does: 'Ends development at once. Slide and cine leaflets often ask for it.' },
    ],
  },
  {
    name: 'washing',
    asks: 'Washing',
    schools: [
      { value: 'kit', label: 'As the kit says', does: 'The kit’s own wash, or three minutes of running water.' },
      { value: 'running', label: 'Running water', does: 'Minutes under the tap, as warm as the baths.' },
      { value: 'changes', label: 'Changes of water', does: 'Fill, shake, empty, so many times. Saves water.' },
      { value: 'counted', label: 'Counted inversions', does: 'Three fills with 5, 10 and 20 inversions. Saves most.' },
    ],
  },
  {
    name: 'stabiliser',
    asks: 'Stabiliser',
    schools: [
      { value: 'in-tank', label: 'In the tank', does: 'Convenient; leaves a residue on plastic reels.' },
      {
        value: 'open-tray',
        label: 'In an open tray, off the reel',
        does: 'Keeps residue off reels, which otherwise jam the next film. Move the air.',
      },
    ],
  },
  {
    name: 'wettingAgent',
    asks: 'A drop of wetting agent at the end',
    schools: [
      { value: 'none', label: 'Not added', does: 'The stabiliser or final rinse has its own, in most kits.' },
      { value: 'drop', label: 'Half a minute in water with a drop', does: 'Hard water leaves fewer drying marks.' },
    ],
  },
  {
    name: 'drying',
    asks: 'Drying',
    schools: [
      { value: 'untouched', label: 'Untouched', does: 'Hang it and leave it. No scratches.' },
      { value: 'squeegee', label: 'Fingers or squeegee', does: 'Faster and without drops; a grain of grit scratches the whole film.' },
      { value: 'spun', label: 'Spun', does: 'Most of the water leaves on the reel, in a salad spinner kept for this alone.' },
    ],
  },
  {
    name: 'wear',
    asks: 'Which roll governs wear',
    schools: [
      { value: 'last', label: 'The run’s last roll', does: 'Times are long enough for the most worn moment.' },
      { value: 'first', label: 'The run’s first roll', does: 'Some leaflets count what was done before this load.' },
    ],
  },
  {
    name: 'solution',
    asks: 'Use of solutions',
    schools: [
      { value: 'returned', label: 'Returned and extended', does: 'Back into its bottle; times grow with the rolls done.' },
      {
        value: 'one-shot',
        label: 'One-shot',
        does: 'Fresh each time and then collected for disposal; times stay those of fresh solution.',
      },
    ],
  },
  {
    name: 'temperature',
    asks: 'What the tank takes',
    schools: [
      {
        value: 'wait-longer',
        label: 'Wait longer',
        does: 'Poured at its target; the developer stays in for as long as the tank’s cold costs.',
      },
      { value: 'pour-warmer', label: 'Pour warmer', does: 'So warm that its dose is right at the leaflet’s own second.' },
      {
        value: 'warm-tank',
        label: 'Warm the tank first',
        does: 'The prewash goes in so warm that the tank is right when the developer comes.',
      },
      {
        value: 'ignore',
        label: 'Leave it out',
        does: 'As if the tank took nothing. A cold tank then costs up to two degrees that nobody sees.',
      },
    ],
  },
  {
    name: 'oneTemperature',
    asks: 'A developer with one printed temperature',
    schools: [
      { value: 'hold', label: 'Held in the tank', does: 'Its time stays; it is poured so warm that the tank is right.' },
      { value: 'follow', label: 'Followed', does: 'Its time goes by the temperature, by a rule of thumb of ours.' },
    ],
  },
  {
    name: 'tankStands',
    asks: 'Between agitations the tank stands',
    schools: [
      { value: 'air', label: 'In the air', does: 'On the bench; it cools towards the room.' },
      { value: 'bath', label: 'In the bath', does: 'Held warm. An empty tank floats: weigh it down.' },
    ],
  },
  {
    name: 'tankStart',
    asks: 'Before the first pour the tank is',
    schools: [
      { value: 'room', label: 'At room temperature', does: 'As it comes from the dark.' },
      { value: 'bath', label: 'Warmed dry in the bath', does: 'Five minutes or more, lid on; the first bath then keeps its warmth.' },
    ],
  },
  {
    name: 'pastCapacity',
    asks: 'Past the leaflet’s capacity',
    schools: [
      { value: 'warn', label: 'Allow, with a warning', does: 'You decide, knowing that times become guesses.' },
      { value: 'refuse', label: 'Refuse', does: 'No run is planned beyond what the batch is made for.' },
    ],
  },
  {
    name: 'storage',
    asks: 'Air in a bottle',
    schools: [
      {
        value: 'air-ages',
        label: 'Ages it twice as fast',
        does: 'A bottle less than two thirds full, neither squeezed nor under gas. A rule of thumb of our own.',
      },
      { value: 'leaflet', label: 'As the leaflet says', does: 'The leaflet’s days hold however full a bottle is.' },
    ],
  },
];
