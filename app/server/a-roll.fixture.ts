import { addRoll, type RollFields } from './rolls.server.ts';

/** For tests: a roll as most are, stored under an id of the test's own choice. */
export function storeRoll(id: string, change: Partial<RollFields> = {}): void {
  addRoll(
    id,
    {
      name: `Roll ${id}`,
      film: 'Fennel 200',
      process: 'C-41',
      format: '135-36',
      count: 1,
      boxSpeed: 200,
      exposedSpeed: 200,
      treatment: 'normal',
      keeper: false,
      expiredYear: null,
      place: '',
      note: '',
      ...change,
    },
    2,
  );
}
