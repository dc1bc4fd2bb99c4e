import { renderToStaticMarkup } from 'react-dom/server';
import fc from 'fast-check';
import { markInWords, seenInWords } from '../../../core/inspection/inspection-words.ts';
import { COLOURS, EDGES, FRAMES, MARKS, SLIDES, type Inspection } from '../../../core/inspection/inspection.ts';
import { ColourDrawing, EdgeDrawing, FramesDrawing, MarkDrawing, SlidesDrawing, StripDrawn } from './drawings.tsx';

const drawn = (element: React.ReactElement) => renderToStaticMarkup(element);
const FILMS = ['negative', 'slide'] as const;

test('no two answers look alike, and a drawing beside its word says nothing twice to a screen reader', () => {
  for (const film of FILMS) {
    const sets = [
      EDGES.map((edge) => drawn(<EdgeDrawing edge={edge} film={film} />)),
      FRAMES.map((frames) => drawn(<FramesDrawing frames={frames} film={film} />)),
      COLOURS.map((colour) => drawn(<ColourDrawing colour={colour} />)),
      SLIDES.map((slides) => drawn(<SlidesDrawing slides={slides} />)),
      MARKS.map((mark) => drawn(<MarkDrawing mark={mark} film={film} />)),
    ];
    for (const set of sets) {
      expect(new Set(set).size).toBe(set.length);
      expect(set.every((svg) => svg.includes('aria-hidden="true"'))).toBe(true);
    }
  }
});

test('what was said is drawn back: every answer changes the strip, and its words are its name', () => {
  const plain: Inspection = { edge: 'normal', frames: 'normal', colour: 'right', marks: [] };
  const strip = (seen: Inspection, film: (typeof FILMS)[number] = 'negative') =>
    drawn(<StripDrawn seen={seen} film={film} says={seenInWords(seen, film)} />);
  const picture = (seen: Inspection, film?: (typeof FILMS)[number]) => strip(seen, film).replace(/aria-label="[^"]*"/, '');
  const changes: Inspection[] = [
    ...(['none', 'thin', 'dense'] as const).map((edge) => ({ edge })),
    ...(['none', 'thin', 'dense', 'uneven'] as const).map((frames) => ({ frames })),
    ...(['cast', 'weak'] as const).map((colour) => ({ colour })),
    ...MARKS.map((mark) => ({ marks: [mark] })),
  ];
  for (const change of changes) expect([change, picture({ ...plain, ...change }) === picture(plain)]).toEqual([change, false]);
  expect(picture({ ...plain, slides: 'dark' }, 'slide')).not.toBe(picture({ ...plain, slides: 'light' }, 'slide'));
  // Light clears a slide, a negative it darkens; and where no developer came it is the other way round.
  expect(strip({ edge: 'dense', frames: 'none', marks: ['wholly-dark'] }, 'slide')).toContain(
    'aria-label="Edge print bright; frames black; clear all over."',
  );
  expect(strip({ edge: 'thin', frames: 'thin', marks: ['bands'] })).toContain('aria-label="Edge print thin; frames thin; bands, mottle."');
  expect(seenInWords({}, 'negative')).toBe('Not looked at yet.');
});

test('whatever is said together can be drawn, without a figure that is none', () => {
  const seen = fc.record(
    {
      edge: fc.constantFrom(...EDGES),
      frames: fc.constantFrom(...FRAMES),
      colour: fc.constantFrom(...COLOURS),
      slides: fc.constantFrom(...SLIDES),
      marks: fc.subarray([...MARKS]),
    },
    { requiredKeys: [] },
  );
  fc.assert(
    fc.property(seen, fc.constantFrom(...FILMS), (inspection, film) => {
      expect(drawn(<StripDrawn seen={inspection} film={film} says="x" />)).not.toMatch(/NaN|undefined/);
      for (const mark of inspection.marks ?? []) expect(seenInWords(inspection, film).toLowerCase()).toContain(markInWords(mark, film));
    }),
    { numRuns: 120 },
  );
});
