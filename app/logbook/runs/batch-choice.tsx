import { Select } from '@headlessui/react';
import { INPUT } from '../../ui/forms/input-shape.ts';

interface BatchChoiceProps {
  readonly batches: readonly { readonly id: string; readonly name: string }[];
  readonly chosen: string;
}

/** One batch to look at, or all of them. */
export function BatchChoice({ batches, chosen }: BatchChoiceProps) {
  return (
    <label className="block grow text-sm font-semibold">
      Batch
      <Select name="batch" defaultValue={chosen} className={INPUT}>
        <option value="">over all batches</option>
        {batches.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </Select>
    </label>
  );
}
