import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions } from '@headlessui/react';
import type { FieldMetadata } from '@conform-to/react';
import { useState } from 'react';
import type { Process } from '../../core/film/process.ts';
import { INPUT } from '../ui/forms/input-shape.ts';

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

/** A film's name: typed freely, or one that was used before, which fills in what is known of it. */
export function FilmField({ field, films, choose }: FilmFieldProps) {
  const [name, setName] = useState(typeof field.initialValue === 'string' ? field.initialValue : '');
  const like = name.trim().toLowerCase();
  const matching = films.filter((film) => film.film.toLowerCase().includes(like));
  // A name that is already whole offers the others too: it was filled in, not typed to search.
  const offered = films.some((film) => film.film === name) ? films : matching;
  return (
    <div>
      <label htmlFor={field.id} className="font-semibold">
        Film
      </label>
      <Combobox
        value={name}
        immediate
        onChange={(chosen: string | null) => {
          const film = films.find((known) => known.film === chosen);
          setName(chosen ?? '');
          if (film) choose(film);
        }}
      >
        <ComboboxInput
          id={field.id}
          name={field.name}
          className={INPUT}
          autoComplete="off"
          displayValue={(chosen: string) => chosen}
          onChange={(event) => setName(event.target.value)}
          aria-invalid={field.errors ? true : undefined}
          aria-describedby={field.errors ? field.errorId : undefined}
        />
        <ComboboxOptions
          anchor="bottom start"
          modal={false}
          className="z-30 w-(--input-width) rounded-card border border-line bg-card py-1 shadow-lg [--anchor-gap:4px] empty:hidden"
        >
          {offered.map((film) => (
            <ComboboxOption
              key={`${film.film} ${film.process} ${film.boxSpeed}`}
              value={film.film}
              className="flex min-h-11 cursor-pointer items-center justify-between gap-3 px-3 data-focus:bg-[#e6f0ed]"
            >
              <span>{film.film}</span>
              <span className="figure text-sm text-quiet">
                {film.process} · {film.boxSpeed}
              </span>
            </ComboboxOption>
          ))}
        </ComboboxOptions>
      </Combobox>
      {field.errors && (
        <p id={field.errorId} className="mt-1 text-sm font-semibold text-hot" role="alert">
          {field.errors.join(' ')}
        </p>
      )}
    </div>
  );
}
