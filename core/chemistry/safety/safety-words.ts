import { bleachesOrFixes, isDeveloper, isFinal, type BathKind } from '../../kit/kind.ts';

/** The hazard of a bath in a sentence for its label (domain.md 13). The kit's safety sheet overrules it. */
export function hazardSentence(kind: BathKind): string {
  if (isDeveloper(kind)) return 'Harms skin and eyes. Gloves and eye protection. Not for drinking; away from children.';
  if (kind === 'bleach-fix') return 'Gives off gas: cap loose while warming. Gloves. Away from children. Holds silver: not for the drain.';
  if (bleachesOrFixes(kind)) return 'Stains, harms eyes. Gloves. Away from children. Holds silver: not for the drain.';
  if (isFinal(kind)) return 'May give off formaldehyde: move the air. Gloves. Away from children.';
  return 'Harms skin and eyes. Gloves. Away from children. Not for drinking.';
}

/** How bottles stand while they warm (domain.md 13): one sentence, wherever it is said. */
export const CAPS_WHILE_WARMING =
  'Caps loose while a bottle stands in warm water; tight when it lies, and opened once when it is warm. A bleach-fix stands, loose. No closed bottle over heat.';

/** The rules of the house, each where it is looked for (domain.md 13). */
export const SAFETY: readonly { readonly title: string; readonly says: readonly string[] }[] = [
  {
    title: 'In the eyes, or swallowed',
    says: [
      'Rinse at once with much water, eyes for a quarter of an hour with the lids held open.',
      'Call your local emergency or poison service, with the kit’s safety sheet in your hand: it says what was in the bottle.',
      'Do not make anybody vomit. Do not wait for it to get worse.',
    ],
  },
  {
    title: 'Gloves and eyes',
    says: [
      'Gloves that are whole, eye protection and long sleeves, from the first concentrate to the last rinse. Stains are permanent.',
      'Some people come to react to colour developer: itching or red skin is a reason to stop and ask a doctor.',
    ],
  },
  {
    title: 'The air',
    says: [
      'Move the air, more so with stabilisers that give off formaldehyde, and do not lean over an open tank.',
      CAPS_WHILE_WARMING,
      'Vent a tank that holds bleach-fix, which gives off gas.',
    ],
  },
  {
    title: 'Mixing',
    says: [
      'Concentrate into water, slowly, in the listed order; never the other way round.',
      'Powders: slowly, stirring, your face away from the dust.',
      'One bottle finished before the next is begun; funnel, jug and rod rinsed between, twice before a developer.',
      'Nothing that touches chemistry goes back to the kitchen.',
    ],
  },
  {
    title: 'Something spilt',
    says: [
      'Gloves on, others out of the room, the air moving.',
      'Take it up with paper or sand, which goes into a bag for collection; then wash the place with much water.',
      'Do not mix what was spilt with cleaners, bleach or acid of the household.',
    ],
  },
  {
    title: 'Mains and water',
    says: ['A mains heater near water only through a residual-current device, and never with wet hands.'],
  },
  {
    title: 'Keeping it',
    says: [
      'Every bottle labelled and dated, capped, out of children’s and animals’ reach, and never in a bottle that held a drink.',
      'Cool and dark; frost and heat both spoil it.',
    ],
  },
  {
    title: 'Spent solution',
    says: [
      'Collected in jugs, apart: developers, silver-bearing baths, others. Taken to a collection point for photographic or hazardous waste.',
      'Your local authority’s rules decide. Silver-bearing baths are usually not for the drain.',
    ],
  },
];
