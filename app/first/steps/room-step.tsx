import type { ReactNode } from 'react';
import { Card } from '../../ui/card.tsx';
import { Notice } from '../../ui/notice.tsx';
import { Term } from '../../ui/term.tsx';

/** Two rooms: a dark one for ten minutes, and one with water that can bear a drop. */
export function RoomStep({ next }: { readonly next: ReactNode }) {
  return (
    <>
      <div className="grid gap-4 md:grid-cols-2">
        <Card>
          <h3 className="font-bold">A dark one, for loading</h3>
          <ul className="mt-1 list-disc space-y-1 pl-5">
            <li>
              A cupboard, a bathroom without a window, a room at night; or a <Term id="changing-bag">changing bag</Term> on a table.
            </li>
            <li>Stay in it for five minutes with the light off. If you then see a gleam anywhere, film sees it too: tape it up.</li>
            <li>Phone, watch, chargers, smoke detector: nothing may glow.</li>
            <li>A dry, empty table, everything in the order in which your hands will want it.</li>
          </ul>
        </Card>
        <Card>
          <h3 className="font-bold">A wet one, in full light</h3>
          <ul className="mt-1 list-disc space-y-1 pl-5">
            <li>Warm water, a drain, a window or a fan that moves the air.</li>
            <li>Newspaper or a tray under everything: bleach-fix stains for good.</li>
            <li>Nothing to eat or drink there, no pets, no children.</li>
            <li>This screen where you see it and splashes do not reach it.</li>
            <li>A line or a shower rail for the film, where no dust moves.</li>
          </ul>
        </Card>
      </div>
      <div className="mt-4">
        <Notice>
          In the eyes or swallowed: rinse, and call local emergency or poison services with the kit’s safety data sheet at hand. Lay that
          sheet beside the sink now.
        </Notice>
      </div>
      {next}
    </>
  );
}
