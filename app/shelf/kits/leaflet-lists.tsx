import type { FieldMetadata, FormMetadata } from '@conform-to/react';
import { Plus, Trash2 } from 'lucide-react';
import type { ComponentProps, ReactNode } from 'react';
import type { Leaflet } from './leaflet-schema.ts';

export type LeafletForm = FormMetadata<Leaflet>;
export type BathField = FieldMetadata<Leaflet['baths'][number], Leaflet>;

interface ListButtonProps {
  readonly props: ComponentProps<'button'>;
  readonly label?: string;
  readonly children: ReactNode;
}

/** Adds, takes out or moves a row. It posts an intent, so it works before scripts arrive too. */
export function ListButton({ props, label, children }: ListButtonProps) {
  return (
    <button
      {...props}
      aria-label={label}
      className="inline-flex min-h-11 items-center justify-center gap-1.5 rounded-card px-2.5 font-semibold text-petrol hover:bg-[#e6f0ed] disabled:opacity-35"
    >
      {children}
    </button>
  );
}

interface RowsProps<T> {
  readonly form: LeafletForm;
  /** The list of rows; each row is an object of fields. */
  readonly list: FieldMetadata<T[], Leaflet>;
  readonly add: string;
  readonly row: (item: FieldMetadata<T, Leaflet>, index: number) => ReactNode;
  readonly of: string;
}

/** Rows of a leaflet's table, each with its fields and a way out. */
export function Rows<T>({ form, list, add, row, of }: RowsProps<T>) {
  const items = list.getFieldList();
  return (
    <div>
      {items.map((item, i) => (
        <div key={item.key} className="mb-2 grid grid-cols-[1fr_auto] items-end gap-1">
          <div className="grid grid-cols-2 items-end gap-2">{row(item as FieldMetadata<T, Leaflet>, i)}</div>
          <ListButton props={form.remove.getButtonProps({ name: list.name as string, index: i })} label={`Take out ${of} ${i + 1}`}>
            <Trash2 aria-hidden size={17} />
          </ListButton>
        </div>
      ))}
      {list.errors && (
        <p role="alert" className="mb-1 text-sm font-semibold text-hot">
          {list.errors.join(' ')}
        </p>
      )}
      <ListButton props={form.insert.getButtonProps({ name: list.name as string })}>
        <Plus aria-hidden size={17} /> {add}
      </ListButton>
    </div>
  );
}
