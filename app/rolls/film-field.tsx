import type { FieldMetadata } from '@conform-to/react';
import { useEffect, useRef, useState } from 'react';
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
  // oxlint-disable-next-line typescript/no-explicit-any
  readonly field: FieldMetadata<any>;
  readonly films: readonly KnownFilm[];
  /** A known film brings its process and box speed with it. */
  readonly choose: (film: KnownFilm) => void;
}

const loadChoice = () => import('./film-choice.tsx');

/**
 * A film's name: typed freely, or one that was used before, which fills in what is known of it. The choice of those is loaded
 * when somebody begins with the form.
 */
export function FilmField({ field, films, choose }: FilmFieldProps) {
  const [name, setName] = useState(typeof field.initialValue === 'string' ? field.initialValue : '');
  const [loaded, load] = useOnDemand(loadChoice);
  const [isTyped, setTyped] = useState(false);
  const here = useRef<HTMLDivElement>(null);
  const hasFilms = films.length > 0;
  useEffect(() => {
    const form = here.current?.closest('form');
    if (!form || !hasFilms) return;
    const ask = () => load();
    for (const reached of ['pointerover', 'keydown']) form.addEventListener(reached, ask, { once: true });
    return () => {
      for (const reached of ['pointerover', 'keydown']) form.removeEventListener(reached, ask);
    };
  }, [hasFilms, load]);
  const input = {
    id: field.id,
    name: field.name,
    className: INPUT,
    autoComplete: 'off',
    'aria-invalid': field.errors ? true : undefined,
    'aria-describedby': field.errors ? field.errorId : undefined,
  };
  return (
    <div ref={here}>
      <label htmlFor={field.id} className="font-semibold">
        Film
      </label>
      {loaded && !isTyped ? (
        <loaded.FilmChoice input={input} name={name} type={setName} films={films} choose={choose} />
      ) : (
        <input
          {...input}
          value={name}
          onChange={(event) => setName(event.target.value)}
          // What somebody types in is not changed for another field under their fingers.
          onFocus={() => setTyped(true)}
          onBlur={() => setTyped(false)}
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
