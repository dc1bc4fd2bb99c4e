import { answered, refused, type Answer } from '../answer.ts';
import { checkedAgainst } from '../faults-in-words.ts';
import { isDeveloper, isWater } from './kind.ts';
import { bathFaults } from './kit-document.ts';
import { singleBathSchema } from './kit-schema.ts';
import type { Bath, KIT_FORMAT } from './kit.ts';

/** A bath that any process may use, from a document of its own: a fixer, a stop, an alkaline bath, a last bath (domain.md 4). */
export interface SingleBath {
  readonly format: typeof KIT_FORMAT;
  readonly id: string;
  readonly name: string;
  readonly process: 'any';
  readonly makesMl: number;
  readonly capacityRolls?: number;
  readonly bath: Bath;
}

/**
 * Reads an unknown value as a single bath: a kit document of process `any` with one bath and no sequence. A wrong one is
 * refused whole, every fault by its path.
 */
export function readSingleBath(document: unknown): Answer<SingleBath> {
  if (typeof document === 'string')
    return refused({
      code: 'unknown-kit',
      path: '$',
      message: `No single bath called “${document.slice(0, 80)}” comes with this. Give its document.`,
    });
  const shaped = checkedAgainst(singleBathSchema, document);
  if (!shaped.ok) return shaped;
  const { baths, ...rest } = document as Omit<SingleBath, 'bath'> & { readonly baths: readonly [Bath] };
  const [bath] = baths;
  const faults = bathFaults(bath, '$.baths[0]');
  if (isWater(bath.kind) || isDeveloper(bath.kind))
    faults.push({
      code: 'single-bath',
      path: '$.baths[0].kind',
      message: `A single bath is no ${bath.kind}: water needs no bottle, and a developer belongs to its kit.`,
    });
  return faults.length > 0 ? refused(...faults) : answered({ ...rest, bath });
}
