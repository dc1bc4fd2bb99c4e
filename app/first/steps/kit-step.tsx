import { useState } from 'react';
import { BOTTLE_NAMES } from '../../../core/kit/bottle-kinds.ts';
import { isMainDeveloper } from '../../../core/kit/kind.ts';
import { Button } from '../../ui/button.tsx';
import { LeafletForm } from '../../ui/leaflet/leaflet-form.tsx';
import type { RefusedLeaflet } from '../../ui/leaflet/posted-leaflet.ts';
import { bottlesOf, type Typed } from '../../ui/leaflet/typed-fields.ts';
import { Term } from '../../ui/term.tsx';
import { ChooseOne } from './choose-one.tsx';
import { LeafletPicture, type LeafletPart } from './leaflet-picture.tsx';

interface KitStepProps {
  readonly kit: { readonly id: string; readonly name: string } | null;
  readonly ownKits: readonly { readonly id: string; readonly name: string }[];
  readonly typed: Typed;
  readonly leaflet: RefusedLeaflet | null;
}

/** The usual box, until other bottles are picked. */
const USUAL = { bottles: 'developer,bleach-fix,stabiliser' };

/** The leaflet typed in, field by field, with a picture of where a leaflet says it. */
export function KitStep({ kit, ownKits, typed, leaflet }: KitStepProps) {
  const [field, setField] = useState<string | null>(null);
  const start = { ...USUAL, ...typed };
  const kinds = bottlesOf(leaflet?.typed ?? start);
  return (
    <>
      <p className="mb-3 max-w-prose">
        Take the <Term id="leaflet">leaflet</Term> out of the box. All times come from it, so it is copied here once. What it does not say
        stays empty. <span className="max-lg:hidden">The picture shows where a leaflet usually says it; yours may look otherwise.</span>
      </p>
      <ChooseOne title="It is here already" what="kit" among={ownKits} chosen={kit?.id ?? null} />
      <LeafletForm
        start={start}
        reply={leaflet}
        before={null}
        keptAs="steady-reel-first-leaflet"
        hidden={{ intent: 'kit', step: 'kit' }}
        only="C-41"
        onField={setField}
        beside={
          <LeafletPicture
            part={partOf(field)}
            baths={kinds.map((kind, i) => ({ id: String(i), name: BOTTLE_NAMES[kind], twoRows: isMainDeveloper(kind) }))}
          />
        }
      >
        <Button filled>This is my kit</Button>
      </LeafletForm>
    </>
  );
}

/** The place of a leaflet that a field asks for. */
function partOf(field: string | null): LeafletPart | null {
  switch (field) {
    case 'name':
      return 'name';
    case 'makes':
      return 'makes';
    case 'rolls':
      return 'capacity';
    default: {
      const [, place, asks] = /^(\d+)\.(\w+)$/.exec(field ?? '') ?? [];
      return place === undefined ? null : asks === 'wear' || asks === 'percent' ? 'wear' : `bath:${place}`;
    }
  }
}
