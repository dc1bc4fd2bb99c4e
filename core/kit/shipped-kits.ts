import houseC41Room from '../../kits/house-c41-room.json' with { type: 'json' };
import houseC41 from '../../kits/house-c41-three-bath.json' with { type: 'json' };
import houseE6 from '../../kits/house-e6-three-bath.json' with { type: 'json' };
import houseEcn2 from '../../kits/house-ecn2-home.json' with { type: 'json' };
import referenceC41 from '../../kits/reference-c41.json' with { type: 'json' };
import referenceE6 from '../../kits/reference-e6.json' with { type: 'json' };
import referenceEcn2 from '../../kits/reference-ecn2.json' with { type: 'json' };
import { readKit } from './kit-document.ts';
import type { Kit } from './kit.ts';

/** The kits of domain.md 14. Generic, and they say so; a user's first act with a real kit is to copy one. */
export const SHIPPED_KITS: readonly Kit[] = [houseC41, houseC41Room, houseE6, houseEcn2, referenceC41, referenceE6, referenceEcn2].map(
  shipped,
);

function shipped(document: unknown): Kit {
  const read = readKit(document);
  if (!read.ok) throw new Error(`a shipped kit is wrong: ${read.errors[0]?.path} ${read.errors[0]?.message}`);
  return read.value;
}

export function shippedKit(id: string): Kit | undefined {
  return SHIPPED_KITS.find((kit) => kit.id === id);
}
