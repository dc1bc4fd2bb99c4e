import type { FieldMetadata } from '@conform-to/react';
import { useState } from 'react';
import type { Process } from '../../core/film/process.ts';
import { INPUT } from '../ui/forms/input-shape.ts';
import { useOnDemand } from '../ui/screen/use-on-demand.ts';

export interface KnownFilm {
  readonly film: string;
  readonly process: Process;
  readonly boxSpeed: number;
}

interface FilmFieldProps {
  // Conform's metadata is generic over every form.
  // eslint-disable-next-line @typescript-eslint/no-explicit-any
  readonly field: FieldMetadata<any>;
  readonly films: readonly KnownFilm[];
  /** A known film brings its process and box speed with it. */
  readonly choose: (film: KnownFilm) => void;
}

const loadChoice = () => import('./film-choice.tsx');

/** A film's name: typed freely, or one that was used before, which fills in what is known of it. */
export function FilmField({ field, films, choose }: FilmFieldProps) {
  const [name, setName] = useState(typeof field.initialValue === 'string' ? field.initialValue : '');
  const [loaded, load] = useOnDemand(loadChoice);
  const input = {
    id: field.id,
    name: field.name,
    className: INPUT,
    autoComplete: 'off',
    'aria-invalid': field.errors ? true : undefined,
    'aria-describedby': field.errors ? field.errorId : undefined,
  };
  return (
    <div>
      <label htmlFor={field.id} className="font-semibold">
        Film
      </label>
      {loaded ? (
        <loaded.FilmChoice input={input} name={name} type={setName} films={films} choose={choose} />
      ) : (
        <input
          {...input}
          value={name}
          onChange={(event) => setName(event.target.value)}
          // What was used before is offered where there is something, to whoever comes to the field.
          onFocus={films.length > 0 ? () => load() : undefined}
        />
      )}
      {field.errors && (
        <p id={field.errorId} className="mt-1 text-sm font-semibold text-hot" role="alert">
          {field.errors.join(' ')}
        </p>
      )}
    </div>
  );
}
