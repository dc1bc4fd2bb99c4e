import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions, type ComboboxInputProps } from '@headlessui/react';
import type { KnownFilm } from './film-field.tsx';

interface FilmChoiceProps {
  /** How the field is known and looks, before this came as after it. */
  readonly input: Pick<ComboboxInputProps, 'id' | 'name' | 'className' | 'autoComplete' | 'aria-invalid' | 'aria-describedby'>;
  readonly name: string;
  readonly type: (name: string) => void;
  readonly films: readonly KnownFilm[];
  readonly choose: (film: KnownFilm) => void;
}

/** The films that were used before, below their field. */
export function FilmChoice({ input, name, type, films, choose }: FilmChoiceProps) {
  const like = name.trim().toLowerCase();
  const matching = films.filter((film) => film.film.toLowerCase().includes(like));
  // A name that is already whole offers the others too: it was filled in, not typed to search.
  const offered = films.some((film) => film.film === name) ? films : matching;
  return (
    <Combobox
      value={name}
      immediate
      onChange={(chosen: string | null) => {
        const film = films.find((known) => known.film === chosen);
        type(chosen ?? '');
        if (film) choose(film);
      }}
    >
      <ComboboxInput {...input} displayValue={(chosen: string) => chosen} onChange={(event) => type(event.target.value)} />
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
  );
}
