import type { Process } from './process.ts';

export const TREATMENTS = ['normal', 'bleach-bypass', 'cine-in-c41', 'cross-process'] as const;
export type Treatment = (typeof TREATMENTS)[number];

export interface TreatmentAdvice {
  readonly name: string;
  /** What it does to colour and contrast, said before it is chosen (domain.md 9). */
  readonly does: string;
}

export const TREATMENT_ADVICE: Readonly<Record<Treatment, TreatmentAdvice>> = {
  normal: { name: 'Normal', does: 'The kit as its leaflet has it.' },
  'bleach-bypass': {
    name: 'Bleach bypass',
    does: 'The bleach is left out, so the silver stays with the dyes: muted colour, hard contrast, coarse grain. Expose 1 to 2 stops under, metered for the highlights. It needs a plain fixer.',
  },
  'cine-in-c41': {
    name: 'Cine film in C-41 baths',
    does: 'An alkaline bath and a rinse until clear take the remjet off first; wipe the backing after the last wash. Expect shifted colour and more contrast. The developer counts as having seen remjet.',
  },
  'cross-process': {
    name: 'Cross-processing',
    does: 'Slide film in C-41 baths gives a contrasty negative without a mask: strong colour with a cast that printing or scanning only partly removes.',
  },
};

/** Which kits a treatment makes sense in; null when it does, otherwise a sentence saying why not. */
export function treatmentRefusal(treatment: Treatment, process: Process, hasBleach: boolean): string | null {
  switch (treatment) {
    case 'normal':
      return null;
    case 'bleach-bypass':
      return hasBleach ? null : 'Bleach bypass leaves out a bleach or bleach-fix, and this kit has neither.';
    case 'cine-in-c41':
      return process === 'C-41' ? null : `Cine film in C-41 baths needs a C-41 kit, and this one is ${process}.`;
    case 'cross-process':
      return process === 'C-41' ? null : `Cross-processing puts slide film in a C-41 kit, and this one is ${process}.`;
  }
}

/** Whether a film of this process can be meant by the treatment: cine film in C-41 baths is ECN-2 film, cross-processed film is slide film (domain.md 9). */
export function suitsFilm(treatment: Treatment, filmProcess: Process): boolean {
  switch (treatment) {
    case 'normal':
    case 'bleach-bypass':
      return true;
    case 'cine-in-c41':
      return filmProcess === 'ECN-2';
    case 'cross-process':
      return filmProcess === 'E-6';
  }
}
