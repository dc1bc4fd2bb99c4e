import type { STORAGE } from '../../../core/chemistry/ledger/bottle.ts';

export const AMOUNTS = ['measured', 'topped-up', 'poured-away'] as const;
export const AMOUNT_WORDS: Readonly<Record<(typeof AMOUNTS)[number], string>> = {
  measured: 'So much is in it now, by the eye',
  'topped-up': 'So much was added',
  'poured-away': 'So much went into the jug',
};

export const STORAGE_WORDS: Readonly<Record<(typeof STORAGE)[number], string>> = {
  plain: 'As it is',
  squeezed: 'Air squeezed out',
  gas: 'Gas over it',
};
