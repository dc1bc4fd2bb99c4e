/** What is seen on the strip and what it likely means (domain.md 12). */
export interface Finding {
  readonly seen: string;
  readonly with: string;
  readonly likely: string;
}

export const FINDINGS: readonly Finding[] = [
  { seen: 'thin frames', with: 'thin edge print', likely: 'Under-developed: cold, short, worn or diluted developer.' },
  { seen: 'thin frames', with: 'normal edge print', likely: 'Under-exposed.' },
  { seen: 'dense frames', with: 'dense edge print', likely: 'Over-developed.' },
  { seen: 'clear strip', with: 'edge print present', likely: 'Never exposed.' },
  { seen: 'clear strip', with: 'no edge print', likely: 'Developer dead, or baths in the wrong order.' },
  { seen: 'wholly dark', with: '', likely: 'Fogged by light.' },
  { seen: 'low colour, high contrast, greyish', with: '', likely: 'Silver left behind: bleach again, then fix; light does no harm now.' },
  { seen: 'milky or cloudy', with: '', likely: 'Fixing not complete: fix again and wash.' },
  { seen: 'streaks from perforations', with: '', likely: 'Surging agitation.' },
  { seen: 'uneven bands, mottle', with: '', likely: 'Too little agitation, slow fill, too little solution.' },
  { seen: 'round clear spots', with: '', likely: 'Air bubbles: tap the tank.' },
  { seen: 'crescents, creases', with: '', likely: 'Kinked while loading.' },
  { seen: 'bare undeveloped patches', with: '', likely: 'Film touching film on the reel.' },
  { seen: 'scum, drying marks', with: '', likely: 'Final rinse, hard water, wiping.' },
  { seen: 'black specks on cine film', with: '', likely: 'Remjet left: wipe in an alkaline bath, rewash.' },
  { seen: 'fine cracked pattern', with: '', likely: 'Temperature shock between baths.' },
  {
    seen: 'a cast on the whole negative roll',
    with: 'no rinse after the developer',
    likely: 'Carry-over; else temperature or contamination.',
  },
  { seen: 'slides dark', with: '', likely: 'First developer cold, short or worn, or under-exposed.' },
  { seen: 'slides light', with: '', likely: 'First developer hot or long, or over-exposed.' },
];
