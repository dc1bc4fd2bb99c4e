import type { SubmissionResult } from '@conform-to/react';
import { useState } from 'react';
import { Form, Link } from 'react-router';
import type { Film } from '../../../../core/film/process.ts';
import { PART_WORDS, STRIP_PARTS, type Rectangle, type StripPart } from '../../../../core/inspection/strips/strip-measure.ts';
import type { StoredScan } from '../../../server/runs/scans.server.ts';
import { Button } from '../../../ui/button.tsx';
import { Card } from '../../../ui/card.tsx';
import { CheckField, FormErrors, SelectField, TextField } from '../../../ui/forms/fields.tsx';
import { schemaOnDemand, useCheckedForm } from '../../../ui/forms/form.ts';
import { Marker } from './marker.tsx';
import type { Proposal } from './proposal.ts';

const measured = schemaOnDemand(async () => (await import('./measure-schema.ts')).measureSchema);

interface MarkProps {
  readonly runId: string;
  readonly film: Film;
  /** Made with the page: sent twice it is measured once. */
  readonly once: string;
  readonly scan: Pick<StoredScan, 'id' | 'fileName' | 'width' | 'height' | 'bits'>;
  readonly proposed: Proposal;
  readonly rolls: readonly { readonly id: string; readonly name: string }[];
  readonly scanners: readonly string[];
  readonly result: SubmissionResult | undefined;
}

const SIDES = [
  ['x', 'from the left'],
  ['y', 'from the top'],
  ['w', 'width'],
  ['h', 'height'],
] as const;

/** Where the three rectangles lie, and what else a measure has to know of its scan. */
export function MarkAndMeasure({ film, scan, proposed, runId, rolls, scanners, once, result }: MarkProps) {
  const [rectangles, setRectangles] = useState(proposed.rectangles);
  const [form, fields] = useCheckedForm([measured, film], result, { scanner: scanners[0] ?? '', encoding: 'srgb' });
  const change = (part: StripPart, to: Rectangle) => setRectangles((before) => ({ ...before, [part]: to }));
  return (
    <Form method="post" id={form.id} onSubmit={form.onSubmit} noValidate>
      <input type="hidden" name="scan" value={scan.id} />
      <input type="hidden" name="once" value={once} />
      <Card>
        <p className="mb-9 text-[0.95rem]">
          {proposed.found
            ? 'Proposed where the scan looks even. Put right what is not: drag a rectangle, or its corner.'
            : 'No three even patches were found: drag each rectangle to its place.'}{' '}
          <span className="text-quiet">
            Arrow keys move it by a pixel, with Shift by ten, with Alt they size it. {scan.fileName}, {scan.width} by {scan.height} pixels,{' '}
            {scan.bits} bits.
          </span>
        </p>
        <Marker
          film={film}
          src={`/logbook/scans/${scan.id}/preview.jpg`}
          width={scan.width}
          height={scan.height}
          rectangles={rectangles}
          change={change}
        />
        <details className="mt-3">
          <summary className="min-h-11 cursor-pointer py-2 font-semibold">In pixels</summary>
          <table className="w-full max-w-2xl text-[0.95rem]">
            <tbody>
              {STRIP_PARTS.map((part) => (
                <tr key={part}>
                  <th scope="row" className="pr-3 text-left font-semibold">
                    {PART_WORDS[film][part]}
                  </th>
                  {SIDES.map(([side, says]) => (
                    <td key={side} className="py-1 pr-2">
                      <label className="block text-sm text-quiet">
                        {says}
                        <input
                          name={`${part}.${side}`}
                          inputMode="numeric"
                          aria-label={`${PART_WORDS[film][part]}, ${says}, in pixels`}
                          value={rectangles[part][side]}
                          onChange={(event) =>
                            change(part, { ...rectangles[part], [side]: Math.max(0, Math.round(Number(event.target.value)) || 0) })
                          }
                          className="figure block min-h-11 w-full rounded-card border border-[#8aa39e] bg-white px-2 text-ink"
                        />
                      </label>
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        </details>
      </Card>
      <Card className="mt-4">
        <div className="grid gap-4 md:grid-cols-3">
          <TextField
            field={fields.scanner}
            label="Scanner and setting"
            hint={
              scanners.length > 1
                ? `Before: ${scanners.slice(0, 3).join('; ')}.`
                : 'Such as “flatbed, all corrections off”. Only the same compare.'
            }
          />
          <SelectField
            field={fields.encoding}
            label="Its figures stand for light"
            options={[
              { value: 'srgb', label: 'as pictures usually do (sRGB)' },
              { value: 'linear', label: 'in proportion (linear, raw)' },
              { value: 'gamma', label: 'by a gamma' },
            ]}
          />
          {fields.encoding.value === 'gamma' && <TextField field={fields.gamma} label="Gamma" figures hint="Such as 2.2." />}
          {rolls.length > 1 && (
            <SelectField
              field={fields.roll}
              label="Which roll"
              options={[{ value: '', label: 'any of them' }, ...rolls.map(({ id, name }) => ({ value: id, label: name }))]}
            />
          )}
        </div>
        <CheckField
          field={fields.good}
          label="This roll came out well"
          hint="The first five that did draw the line that all others are held against."
          className="mt-3"
        />
        <div className="mt-2" role="alert">
          <FormErrors errors={form.errors} />
        </div>
        <div className="mt-3 flex flex-wrap items-center gap-3">
          <Button filled>Measure it</Button>
          <Link className="underline" to={`/logbook/${runId}`}>
            Not now
          </Link>
        </div>
      </Card>
    </Form>
  );
}
