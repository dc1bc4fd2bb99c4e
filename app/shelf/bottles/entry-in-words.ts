import type { BottleEntry } from '../../../core/chemistry/ledger/bottle.ts';
import { INCIDENT_WORDS } from '../../../core/chemistry/ledger/incident-words.ts';
import { dayAndYear } from '../../../core/units/day.ts';
import { lowerFirst } from '../../../core/units/first-letter.ts';
import { sentence, type Sentence } from '../../../core/units/sentence.ts';
import type { Move } from '../../server/shelf/bottle-entries.server.ts';

const STORED_WORDS = { plain: 'kept as it is', squeezed: 'air squeezed out', gas: 'gas over it' } as const;
const TEST_WORDS = { passed: 'passed', worn: 'worn: it took its whole time', failed: 'failed: it is spent' } as const;

const counted = (n: number) => `${Math.round(Math.abs(n) * 100) / 100} ${Math.abs(n) === 1 ? 'roll' : 'rolls'}`;

/** An entry of a ledger as a sentence. `nameOf` knows the bottles by number; a run may be told once for several of them. */
export function entryInWords(entry: BottleEntry | Move, nameOf: (bottle: string) => string, bottles = 1): Sentence {
  const of = 'bottle' in entry && entry.bottle !== undefined ? nameOf(entry.bottle) : 'All bottles';
  switch (entry.kind) {
    case 'carried-over':
      return sentence`${counted(entry.rolls)} from before.`;
    case 'corrected':
      return sentence`Corrected: ${counted(entry.rolls)} ${entry.rolls < 0 ? 'fewer' : 'more'}.`;
    case 'run': {
      const back = entry.returned ? sentence`, ${{ volumeMl: entry.returnedMl }} back` : sentence`, into the jug`;
      const from = bottles === 1 ? of : `${bottles} bottles`;
      return sentence`${counted(entry.rolls)} through ${from}: ${{ volumeMl: entry.drawnMl }}${bottles === 1 ? '' : ' of each'}${back}${entry.again ? ', once more' : ''}${entry.remjet ? ', with remjet' : ''}.`;
    }
    case 'topped-up':
      return sentence`${of}: topped up by ${{ volumeMl: entry.ml }}.`;
    case 'poured-away':
      return sentence`${of}: ${{ volumeMl: entry.ml }} into the jug.`;
    case 'measured':
      return sentence`${of}: measured, ${{ volumeMl: entry.ml }}.`;
    case 'incident': {
      const much = entry.ml ? sentence`, ${{ volumeMl: entry.ml }}` : [];
      return sentence`${of}: ${lowerFirst(INCIDENT_WORDS[entry.what])}${much}${entry.days ? `, ${entry.days} ${entry.days === 1 ? 'day' : 'days'}` : ''}.`;
    }
    case 'test':
      return sentence`${of}: tested with a snip, ${TEST_WORDS[entry.result]}.`;
    case 'stored':
      return sentence`${of}: ${STORED_WORDS[entry.how]}.`;
    case 'good-until':
      return sentence`${of}: good until ${dayAndYear(entry.until)} by your own word.`;
    case 'emptied':
      return sentence`${of}: emptied into the jug.`;
    case 'moved':
      return entry.bath === null ? sentence`${of}: stands apart from now on.` : sentence`${of}: taken into this batch.`;
  }
}
