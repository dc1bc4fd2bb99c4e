import { getFormProps, type SubmissionResult } from '@conform-to/react';
import { useEffect, useState, type ReactNode } from 'react';
import { Form } from 'react-router';
import { developSpeedOf, pushOfRoll, WHAT_AGE_DOES } from '../../core/film/develop-at.ts';
import { FORMAT_FAMILIES, FORMATS } from '../../core/film/format.ts';
import { PROCESS_MEANING, PROCESSES } from '../../core/film/process.ts';
import { TREATMENT_ADVICE, TREATMENTS, type Treatment } from '../../core/film/treatment.ts';
import { showStops } from '../../core/units/exposure.ts';
import { Card } from '../ui/card.tsx';
import { CheckField, FormErrors, SelectField, TextArea, TextField } from '../ui/forms/fields.tsx';
import { schemaOnDemand, useCheckedForm } from '../ui/forms/form.ts';
import { FilmField, type KnownFilm } from './film-field.tsx';
import { OTHER_FORMAT } from './other-format.ts';

const rollChecked = schemaOnDemand(async () => (await import('./roll-schema.ts')).rollSchema);

const FORMAT_OPTIONS = [
  ...FORMATS.map(({ id, label }) => ({ value: id, label: label })),
  { value: OTHER_FORMAT, label: 'Another, by its area' },
];

interface RollFormProps {
  readonly lastResult: SubmissionResult | null | undefined;
  readonly defaults: Record<string, unknown>;
  readonly films: readonly KnownFilm[];
  readonly children: ReactNode;
  readonly focusName?: boolean;
}

/** A roll's page, new or known. */
export function RollForm({ lastResult, defaults, films, children, focusName = false }: RollFormProps) {
  const [form, fields] = useCheckedForm([rollChecked], lastResult, defaults);
  const [treatment, setTreatment] = useState<Treatment>(TREATMENTS.find((each) => each === fields.treatment.initialValue) ?? 'normal');
  const nameId = fields.name.id;
  useEffect(() => {
    if (focusName) document.getElementById(nameId)?.focus();
  }, [focusName, nameId]);
  const box = Number(fields.boxSpeed.value);
  const exposed = Number(fields.exposedSpeed.value || fields.boxSpeed.value);
  const own = Number(fields.developSpeed.value || 0);
  const year = Number(fields.expiredYear.value || 0);
  const speeds = { boxSpeed: box, exposedSpeed: exposed, developSpeed: own > 0 ? own : null, expiredYear: year > 0 ? year : null };
  const known = box > 0 && exposed > 0;
  const developed = known ? `Developed at ${developSpeedOf(speeds)}: ${showStops(pushOfRoll(speeds))}` : 'As exposed, if empty';
  return (
    <Form
      method="post"
      {...getFormProps(form)}
      className="group grid max-w-4xl gap-4 lg:grid-cols-[minmax(0,1fr)_19rem]"
      onChange={(event) => {
        const field: EventTarget = event.target;
        if (field instanceof HTMLSelectElement && field.name === 'treatment') setTreatment(field.value as Treatment);
      }}
    >
      <Card className="grid gap-4 sm:grid-cols-2">
        <TextField field={fields.name} label="Name" hint="What you will look for later" className="sm:col-span-2" />
        <FilmField
          field={fields.film}
          films={films}
          choose={(film) => {
            form.update({ name: fields.process.name, value: film.process });
            form.update({ name: fields.boxSpeed.name, value: String(film.boxSpeed) });
          }}
        />
        <SelectField
          field={fields.process}
          label="Process"
          options={PROCESSES.map((process) => ({ value: process, label: `${process}, ${PROCESS_MEANING[process]}` }))}
        />
        <SelectField field={fields.format} label="Format" options={FORMAT_OPTIONS} />
        <div className="hidden grid-cols-2 gap-4 group-has-[option[value=other]:checked]:grid sm:col-span-2">
          <TextField field={fields.areaCm2} label="Its area" unit="cm²" figures hint="Length by width" />
          <SelectField
            field={fields.areaPlace}
            label="In a tank it takes the place of"
            options={FORMAT_FAMILIES.map((family) => ({ value: family, label: family }))}
          />
        </div>
        <TextField field={fields.count} label="How many" figures hint="Sheets of one entry stay together" />
        <TextField field={fields.boxSpeed} label="Box speed" figures />
        <TextField field={fields.exposedSpeed} label="Exposed at" figures hint="As the box says, if empty" />
        <TextField
          field={fields.developSpeed}
          label="Develop at"
          figures
          hint={year > 0 && own === 0 ? `${developed}. Old film is developed as its box says unless you say otherwise` : developed}
        />
        <SelectField
          field={fields.treatment}
          label="Treatment"
          options={TREATMENTS.map((each) => ({ value: each, label: TREATMENT_ADVICE[each].name }))}
          className="sm:col-span-2"
        />
        <p className="text-sm text-quiet sm:col-span-2" aria-live="polite">
          {TREATMENT_ADVICE[treatment].does}
        </p>
        <CheckField
          field={fields.keeper}
          label="A keeper"
          hint="Keepers go first, on the freshest solution, and are the last to be left out."
          className="sm:col-span-2"
        />
        <TextField field={fields.place} label="Camera or place" />
        <TextField field={fields.expiredYear} label="Expired in" figures hint={year > 0 ? WHAT_AGE_DOES : 'Empty for fresh film'} />
        <TextArea field={fields.note} label="Note" className="sm:col-span-2" />
        <FormErrors errors={form.errors} />
        <div className="flex flex-wrap gap-3 sm:col-span-2">{children}</div>
      </Card>
      <Card className="self-start text-[0.95rem]">
        <h2 className="font-bold">Which process is it?</h2>
        <p className="mt-1 text-quiet">
          The mark is printed on the canister, the backing paper or the box, and on the film’s edge once developed.
        </p>
        <ul className="mt-2 list-disc space-y-1.5 pl-5">
          <li>
            <strong>C-41</strong>: colour negative; prints from it are positive.
          </li>
          <li>
            <strong>E-6</strong>: slides; the film itself is the picture.
          </li>
          <li>
            <strong>ECN-2</strong>: cine negative. Its back is black with remjet, which must come off before any developer. A wet finger on
            the leader comes away black.
          </li>
        </ul>
        <p className="mt-2 text-quiet">No mark? Keep it out of a shared tank: one wrong film spoils the baths for all.</p>
      </Card>
    </Form>
  );
}
