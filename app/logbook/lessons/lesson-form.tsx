import { Select } from '@headlessui/react';
import { ABOUT, type LessonAbout } from '../../../core/lessons/lesson.ts';
import { MOMENT_WORDS, type Moment } from '../../../core/lessons/moment.ts';
import { INPUT } from '../../ui/forms/input-shape.ts';

export interface LessonTyped {
  readonly text: string;
  /** `kit:kiln-lane`. */
  readonly about: string;
  readonly at: string;
}

const GROUPS: Readonly<Record<LessonAbout['kind'], string>> = {
  everything: 'always',
  process: 'process',
  kit: 'kit',
  batch: 'batch',
  tank: 'tank',
  film: 'film',
  treatment: 'treatment',
};

export const aboutValue = ({ kind, is }: Pick<LessonAbout, 'kind' | 'is'>) => `${kind}:${is}`;

interface LessonFieldsProps {
  readonly typed: LessonTyped;
  readonly abouts: readonly LessonAbout[];
  readonly moments: readonly Moment[];
  readonly says?: { readonly field: string; readonly says: string } | null;
}

/** The sentence, what it is about, and when it is wanted. */
export function LessonFields({ typed, abouts, moments, says = null }: LessonFieldsProps) {
  const kinds = ABOUT.filter((kind) => abouts.some((about) => about.kind === kind));
  return (
    <div className="grid gap-3 sm:grid-cols-2">
      <label className="block font-semibold sm:col-span-2">
        In your words
        <textarea
          name="text"
          rows={2}
          maxLength={300}
          defaultValue={typed.text}
          aria-invalid={says?.field === 'text' ? true : undefined}
          placeholder="What you would tell yourself next time"
          className={`${INPUT} py-2 font-normal`}
        />
        {says?.field === 'text' && (
          <span role="alert" className="mt-1 block text-sm text-hot">
            {says.says}
          </span>
        )}
      </label>
      <label className="block font-semibold">
        About
        <Select name="about" defaultValue={typed.about} className={INPUT}>
          {kinds.map((kind) => (
            <optgroup key={kind} label={GROUPS[kind]}>
              {abouts
                .filter((about) => about.kind === kind)
                .map((about) => (
                  <option key={aboutValue(about)} value={aboutValue(about)}>
                    {about.name}
                  </option>
                ))}
            </optgroup>
          ))}
        </Select>
        {says?.field === 'about' && (
          <span role="alert" className="mt-1 block text-sm text-hot">
            {says.says}
          </span>
        )}
      </label>
      <label className="block font-semibold">
        Tell me
        <Select name="at" defaultValue={typed.at} className={INPUT}>
          {moments.map((moment) => (
            <option key={moment} value={moment}>
              {MOMENT_WORDS[moment]}
            </option>
          ))}
        </Select>
      </label>
    </div>
  );
}
