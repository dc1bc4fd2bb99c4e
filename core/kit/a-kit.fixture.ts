import type { Bath, Kit } from './kit.ts';
import { shippedKit } from './shipped-kits.ts';

/** For tests: the three-bath C-41 house kit, its developer changed at will. */
export function houseKit(developer: Partial<Bath> = {}, kit: Partial<Kit> = {}): Kit {
  const house = shippedKit('house-c41-three-bath');
  if (!house) throw new Error('the house kit is missing');
  return { ...house, ...kit, baths: house.baths.map((bath) => (bath.id === 'developer' ? { ...bath, ...developer } : bath)) };
}

export function houseDeveloper(developer: Partial<Bath> = {}): Bath {
  return houseKit(developer).baths[0] as Bath;
}
