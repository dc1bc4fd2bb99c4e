import type { ReactNode } from 'react';
import type { Film } from '../../../core/film/process.ts';
import { COLOUR_WORDS, EDGE_WORDS, FRAME_WORDS, markInWords } from '../../../core/inspection/inspection-words.ts';
import {
  COLOURS,
  EDGES,
  FRAMES,
  MARKS,
  marksOf,
  SLIDES,
  type FilmInHand,
  type Inspection,
  type Mark,
} from '../../../core/inspection/inspection.ts';
import { ColourDrawing, EdgeDrawing, FramesDrawing, MarkDrawing, SlidesDrawing } from './drawings.tsx';

interface QuestionsProps {
  readonly film: Film;
  /** What film it is: a sheet has no numbers along its edge, and remjet is looked for where there was any. */
  readonly inHand: FilmInHand;
  readonly seen: Inspection;
  readonly say: (change: Partial<Inspection>) => void;
}

/** The questions in the order in which a strip is looked at; each is answered by the drawing that looks like it. */
export function Questions({ film, inHand, seen, say }: QuestionsProps) {
  const sheet = inHand.sheet === true;
  const slide = film === 'slide';
  const edgeIs = slide ? 'how bright they are is the first developer alone.' : 'how dark they are is the developer alone.';
  return (
    <>
      {!sheet && (
        <Question
          name="edge"
          asks="Numbers along the edge"
          why={`The factory exposed them: ${edgeIs}`}
          options={EDGES}
          words={EDGE_WORDS[film]}
          value={seen.edge}
          draw={(edge) => <EdgeDrawing edge={edge} film={film} />}
          say={(edge) => say({ edge })}
          columns="grid-cols-2 sm:grid-cols-4"
        />
      )}
      {slide && (
        <Question
          name="slides"
          asks="The slides"
          why="Against an even light."
          options={SLIDES}
          value={seen.slides}
          draw={(slides) => <SlidesDrawing slides={slides} />}
          say={(slides) => say({ slides })}
          columns="grid-cols-3"
        />
      )}
      <Question
        name="frames"
        asks={sheet ? 'The picture' : slide ? 'Along the roll' : 'Frames'}
        why={
          slide
            ? sheet
              ? 'Whether it is there, and alike from edge to edge.'
              : 'Whether the pictures are there, and alike from end to end.'
            : sheet
              ? 'Away from the brightest lights in it; the clear margin shows what the base is.'
              : 'The pictures themselves, away from the brightest lights in them.'
        }
        options={slide ? (['none', 'normal', 'uneven'] as const) : FRAMES}
        words={FRAME_WORDS[film]}
        value={seen.frames}
        draw={(frames) => <FramesDrawing frames={frames} film={film} />}
        say={(frames) => say({ frames })}
        columns={slide ? 'grid-cols-3' : 'grid-cols-3 sm:grid-cols-5'}
      />
      <Question
        name="colour"
        asks="Colour"
        why={slide ? 'As it looks against the light.' : 'As a scan or a print shows it; leave it open while the film is wet.'}
        options={COLOURS}
        words={COLOUR_WORDS}
        value={seen.colour}
        draw={(colour) => <ColourDrawing colour={colour} />}
        say={(colour) => say({ colour })}
        columns="grid-cols-3"
      />
      <Marks film={film} asked={marksOf(inHand)} sheet={sheet} marks={seen.marks} say={(marks) => say({ marks })} />
    </>
  );
}

interface QuestionProps<T extends string> {
  readonly name: string;
  readonly asks: string;
  readonly why: string;
  readonly options: readonly T[];
  /** How the answers are said, where that is not what they are called. */
  readonly words?: Readonly<Record<T, string>>;
  readonly value: T | undefined;
  readonly draw: (option: T) => ReactNode;
  readonly say: (option: T | undefined) => void;
  readonly columns: string;
}

const PICKED =
  'relative block h-full cursor-pointer rounded-card border-2 border-line bg-card p-1.5 text-center has-checked:border-teal has-checked:bg-[#e3efeb] has-checked:font-bold has-focus-visible:outline-2 has-focus-visible:outline-offset-2 has-focus-visible:outline-petrol';

function Question<T extends string>({ name, asks, why, options, words, value, draw, say, columns }: QuestionProps<T>) {
  return (
    <fieldset className="mb-5">
      <legend className="font-bold">{asks}</legend>
      <p className="mb-2 text-sm text-quiet">{why}</p>
      <div className={`grid gap-2 ${columns}`}>
        {options.map((option) => (
          <label key={option} className={PICKED}>
            <input
              type="radio"
              name={name}
              value={option}
              checked={value === option}
              onChange={() => say(option)}
              // Pressed again it is open again: not everything can be told at once.
              onClick={() => value === option && say(undefined)}
              className="sr-only"
            />
            {draw(option)}
            <span className="mt-1 block">{words?.[option] ?? option}</span>
          </label>
        ))}
      </div>
    </fieldset>
  );
}

interface MarksProps {
  readonly film: Film;
  readonly asked: readonly Mark[];
  readonly sheet: boolean;
  readonly marks: readonly Mark[] | undefined;
  readonly say: (marks: readonly Mark[] | undefined) => void;
}

/** Any number of marks; that there are none is an answer too, and not the same as not having looked. */
function Marks({ film, asked, sheet, marks, say }: MarksProps) {
  // One that was named of it before stays in sight, whatever is asked now.
  const shown = MARKS.filter((mark) => asked.includes(mark) || marks?.includes(mark));
  const others = (mark: Mark) => (marks ?? []).filter((each) => each !== mark);
  return (
    <fieldset className="mb-2">
      <legend className="font-bold">Marks, if any</legend>
      <p className="mb-2 text-sm text-quiet">Hold it aslant to the light as well: some are only seen on its skin.</p>
      <div className="grid grid-cols-3 gap-2 sm:grid-cols-4">
        {shown.map((mark) => (
          <label key={mark} className={PICKED}>
            <input
              type="checkbox"
              name="marks"
              value={mark}
              checked={marks?.includes(mark) ?? false}
              onChange={(event) => say(event.target.checked ? [...others(mark), mark] : others(mark))}
              className="sr-only"
            />
            <MarkDrawing mark={mark} film={film} sheet={sheet} />
            <span className="mt-1 block leading-tight">{markInWords(mark, film)}</span>
          </label>
        ))}
        <label className={`${PICKED} flex min-h-11 items-center justify-center`}>
          <input
            type="checkbox"
            name="marks"
            value="none"
            checked={marks?.length === 0}
            onChange={(event) => say(event.target.checked ? [] : undefined)}
            className="sr-only"
          />
          no marks
        </label>
      </div>
    </fieldset>
  );
}
