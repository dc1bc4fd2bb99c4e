/** A thing for the first roll: what it is for, and what of the household may stand in for it (domain.md 13, 19). */
export interface Needed {
  readonly what: string;
  readonly why: string;
  readonly standIn: string | null;
  readonly never: string | null;
}

export const NEEDED: readonly Needed[] = [
  {
    what: 'A roll that does not matter, C-41',
    why: 'Whatever happens, nothing is lost. Photograph the house, the street, a hand.',
    standIn: null,
    never: 'Not a film of a day that will not come again.',
  },
  {
    what: 'A second film to practise with',
    why: 'It is loaded in the light and in the dark, again and again, and is never developed.',
    standIn: 'Any old film: expired, or one that light got at.',
    never: null,
  },
  {
    what: 'A C-41 kit for home use, small',
    why: 'Developer, bleach and fixer or both in one, stabiliser. Its leaflet is what all times come from.',
    standIn: null,
    never: 'Nothing from another kit, and no black-and-white developer.',
  },
  {
    what: 'A developing tank with a reel',
    why: 'Light-tight when closed, so that only loading it needs the dark.',
    standIn: null,
    never: null,
  },
  {
    what: 'A dark place, or a changing bag',
    why: 'Loading takes a quarter of an hour the first time, in complete darkness.',
    standIn: 'A cupboard or a room without windows, at night; after five minutes inside you must see nothing at all.',
    never: 'No red or green lamp: colour film sees every colour.',
  },
  {
    what: 'A thermometer that shows tenths',
    why: 'A small error in the developer can be seen in the picture.',
    standIn: 'A fever thermometer is exact near body heat, where C-41 is run, and ends soon above it.',
    never: 'No thermometer that goes back to the kitchen.',
  },
  {
    what: 'A tub that takes the bottles to their necks',
    why: 'Warm water around the bottles brings them to the developer’s temperature and holds them there.',
    standIn: 'A bucket, a sink, a deep washing-up bowl; a heater for aquariums or baths helps.',
    never: 'No vessel that goes back to the kitchen.',
  },
  {
    what: 'Bottles that close, one for each bath, and a funnel',
    why: 'Solutions go back into their bottle and keep for weeks, without air above them.',
    standIn: 'Soda bottles of PET, washed and labelled.',
    never: 'Never unlabelled, never where children or guests may drink, and never back to the kitchen.',
  },
  {
    what: 'A measuring jug and a stirrer',
    why: 'To mix a litre to the mark.',
    standIn: 'Any jug with marks and a plastic rod.',
    never: 'Neither goes back to the kitchen.',
  },
  {
    what: 'Gloves, glasses, old clothes, moving air',
    why: 'Developer may cause an allergy that stays; bleach-fix stains, and some stabilisers give off formaldehyde.',
    standIn: 'Washing-up gloves, if they have no hole.',
    never: 'Not without gloves, not even once.',
  },
  {
    what: 'Scissors, a can opener for the cassette, two pegs',
    why: 'To cut the leader round, get the film out, and hang it up with a weight below.',
    standIn: 'A bottle opener and clothes pegs.',
    never: null,
  },
];
