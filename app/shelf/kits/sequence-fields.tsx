import type { FieldMetadata } from '@conform-to/react';
import { ArrowDown, ArrowUp, Plus, Trash2 } from 'lucide-react';
import type { ReactNode } from 'react';
import { BARE_STEPS } from '../../../core/kit/kind.ts';
import { BARE_STEP_NAMES } from '../../../core/kit/kit-document.ts';
import { Card } from '../../ui/card.tsx';
import { SelectField } from '../../ui/forms/fields.tsx';
import { ListButton, type BathField, type LeafletForm } from './leaflet-lists.tsx';
import type { Leaflet } from './leaflet-schema.ts';

/** The order of a run: baths of this kit and the water steps between them. */
export function SequenceFields({
  form,
  sequence,
  baths,
}: {
  readonly form: LeafletForm;
  readonly sequence: FieldMetadata<string[], Leaflet>;
  readonly baths: readonly BathField[];
}) {
  const own = baths.map((bath) => {
    const { id, name } = bath.getFieldset();
    return { value: id.initialValue ?? '', label: name.value || 'New bath' };
  });
  const words = BARE_STEPS.filter((word) => !own.some((bath) => bath.value === word)).map((word) => ({
    value: word,
    label: BARE_STEP_NAMES[word] ?? word,
  }));
  const steps = sequence.getFieldList();
  return (
    <Card aria-labelledby="order">
      <h2 id="order" className="font-bold">
        In this order
      </h2>
      <p className="mb-2 text-sm text-quiet">Every bath once; a prewash, rinse or wash wherever the leaflet asks for one.</p>
      <ol>
        {steps.map((step, i) => {
          const move = (to: number, label: string, icon: ReactNode) => (
            <ListButton
              props={{
                ...form.reorder.getButtonProps({ name: sequence.name as string, from: i, to }),
                ...(to < 0 || to >= steps.length ? { disabled: true } : {}),
              }}
              label={`Step ${i + 1} ${label}`}
            >
              {icon}
            </ListButton>
          );
          return (
            <li key={step.key} className="mb-1 grid grid-cols-[1fr_auto] items-end">
              <SelectField field={step} label={`Step ${i + 1}`} hideLabel options={[...own, ...words]} />
              <span className="flex">
                {move(i - 1, 'earlier', <ArrowUp aria-hidden size={17} />)}
                {move(i + 1, 'later', <ArrowDown aria-hidden size={17} />)}
                <ListButton
                  props={form.remove.getButtonProps({ name: sequence.name as string, index: i })}
                  label={`Take out step ${i + 1}`}
                >
                  <Trash2 aria-hidden size={17} />
                </ListButton>
              </span>
            </li>
          );
        })}
      </ol>
      {sequence.errors && (
        <p role="alert" className="text-sm font-semibold text-hot">
          {sequence.errors.join(' ')}
        </p>
      )}
      <ListButton props={form.insert.getButtonProps({ name: sequence.name as string, defaultValue: 'rinse' } as never)}>
        <Plus aria-hidden size={17} /> Add a step
      </ListButton>
    </Card>
  );
}
