import { Form, Link } from 'react-router';
import type { Film } from '../../../core/film/process.ts';
import { MEASURE_WORDS } from '../../../core/inspection/signal-words.ts';
import { lightThrough } from '../../../core/inspection/strips/density.ts';
import { PART_WORDS, STRIP_PARTS, type StripMeasure } from '../../../core/inspection/strips/strip-measure.ts';
import { lowerFirst } from '../../../core/units/first-letter.ts';
import { LinkButton } from '../../ui/button.tsx';
import { Card } from '../../ui/card.tsx';

interface MeasureShown {
  readonly id: string;
  readonly when: string;
  readonly scanner: string;
  readonly rollName: string | null;
  readonly good: boolean;
  readonly hasPicture: boolean;
  readonly measure: StripMeasure;
}

const CHANNELS = [
  ['r', 'red'],
  ['g', 'green'],
  ['b', 'blue'],
] as const;

interface MeasuresProps {
  readonly runId: string;
  readonly film: Film;
  readonly measures: readonly MeasureShown[];
}

/** The strips of this run that were measured, with what was found on them. */
export function MeasuresOfRun({ runId, film, measures }: MeasuresProps) {
  return (
    <Card id="measures" aria-labelledby="measures-title">
      <h2 id="measures-title" className="font-bold">
        Measured on a scan
      </h2>
      {measures.length === 0 && (
        <p className="mt-1 text-[0.95rem] text-quiet">
          A scan of the strip’s end, with {STRIP_PARTS.map((part) => lowerFirst(PART_WORDS[film][part])).join(', ')} on it, tells in figures
          what the developer does from run to run.
        </p>
      )}
      <ul className="mt-1 space-y-3">
        {measures.map(({ id, measure, ...each }) => (
          <li key={id}>
            {each.hasPicture && (
              <img
                src={`/logbook/measures/${id}/picture.jpg`}
                alt="The scan, with what was measured marked on it"
                className="mb-1 w-full rounded-sm"
              />
            )}
            <table className="w-full text-[0.95rem]">
              <thead>
                <tr className="text-right text-sm text-quiet">
                  <th className="text-left font-normal">density</th>
                  {CHANNELS.map(([, name]) => (
                    <th key={name} className="font-normal">
                      {name}
                    </th>
                  ))}
                </tr>
              </thead>
              <tbody>
                {(['base', 'leader', 'range'] as const).map((part) => (
                  <tr key={part} className="border-t border-line">
                    <th scope="row" className="py-1 text-left font-normal">
                      {part === 'range' ? lowerFirst(MEASURE_WORDS[film].range.name) : lowerFirst(PART_WORDS[film][part])}
                    </th>
                    {CHANNELS.map(([channel]) => (
                      <td key={channel} className="figure py-1 text-right">
                        {measure[part][channel].toFixed(2)}
                      </td>
                    ))}
                  </tr>
                ))}
              </tbody>
            </table>
            <HowMade measure={measure} film={film} />
            <p className="text-sm text-quiet">
              {each.rollName && `${each.rollName}, `}
              {each.when}, {each.scanner}
            </p>
            <Form method="post" action={`/logbook/${runId}/measure`} className="flex flex-wrap gap-x-4">
              <input type="hidden" name="measure" value={id} />
              <button name="intent" value={each.good ? 'not-good' : 'good'} className="min-h-11 underline">
                {each.good ? 'A good roll: take that back' : 'Call it a good roll'}
              </button>
              <button name="intent" value="drop" className="min-h-11 underline">
                Take it out
              </button>
            </Form>
          </li>
        ))}
      </ul>
      <div className="mt-2 flex flex-wrap items-center gap-3">
        <LinkButton to={`/logbook/${runId}/measure`}>Measure a strip</LinkButton>
        {measures.length > 0 && (
          <Link className="underline" to="/logbook/strips">
            The control chart
          </Link>
        )}
      </div>
    </Card>
  );
}

/** Where the figures come from, step by step (domain.md 17). */
function HowMade({ measure, film }: { readonly measure: StripMeasure; readonly film: Film }) {
  const { encoding } = measure;
  const decoded = encoding === 'linear' ? 'as they are' : encoding === 'srgb' ? 'decoded from sRGB' : `raised to ${encoding.gamma}`;
  return (
    <details className="text-sm">
      <summary className="flex min-h-11 cursor-pointer items-center underline">How these are made</summary>
      <p>
        Of each rectangle the middle figure of every channel, {decoded}, against that of bare light; its density is −log10 of that share.
        The range is the darker less the clearer one.
      </p>
      <ul className="mt-1">
        {(['base', 'leader'] as const).flatMap((part) =>
          CHANNELS.map(([channel, name]) => (
            <li key={part + channel}>
              {PART_WORDS[film][part]}, {name}: <span className="figure">{shareOf(measure[part][channel])}</span> of the light, −log10 ={' '}
              <span className="figure">{measure[part][channel].toFixed(3)}</span>
            </li>
          )),
        )}
      </ul>
    </details>
  );
}

/** `52.5 %`; of a dark leader as many digits as it takes. */
function shareOf(density: number): string {
  const percent = 100 * lightThrough(density);
  return `${percent >= 10 ? percent.toFixed(1) : percent.toPrecision(2)} %`;
}
