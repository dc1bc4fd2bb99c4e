export const PROCESSES = ['C-41', 'E-6', 'ECN-2'] as const;
export type Process = (typeof PROCESSES)[number];

/** What each process mark means to someone holding an unlabelled roll. */
export const PROCESS_MEANING: Readonly<Record<Process, string>> = {
  'C-41': 'colour negative',
  'E-6': 'slide',
  'ECN-2': 'cine negative with a remjet backing',
};

/** What lies in the hand after it: slide film is turned round in its baths, so that what is dark on a negative is light on it. */
export type Film = 'negative' | 'slide';

export function filmOf(process: Process | undefined): Film {
  return process === 'E-6' ? 'slide' : 'negative';
}
