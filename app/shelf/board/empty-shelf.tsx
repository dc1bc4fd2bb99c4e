import { LinkButton } from '../../ui/button.tsx';
import { BottleDrawing } from './bottle-drawing.tsx';
import { Ladder } from './ladder.tsx';

/** An empty shelf shows what a full one tells. */
export function EmptyShelf({ kits }: { readonly kits: number }) {
  const drawn = [
    { kind: 'developer', level: 0.9, label: '905', place: 1, says: 'A developer bottle, nine tenths full' },
    { kind: 'bleach-fix', level: 0.9, label: '910', place: 2, says: 'A bleach-fix bottle' },
    { kind: 'stabiliser', level: 0.88, label: '880', place: 3, says: 'A stabiliser bottle' },
  ] as const;
  return (
    <section
      aria-labelledby="no-batch"
      className="grid gap-x-8 gap-y-5 rounded-card border border-dashed border-[#9fb5ae] bg-card/60 p-6 md:grid-cols-[15rem_1fr]"
    >
      <div aria-hidden>
        <Ladder done={8} capacity={12} />
        <div className="mt-3 flex">
          {drawn.map((bottle) => (
            <span key={bottle.place} className="flex-1">
              <BottleDrawing {...bottle} standing="good" />
              <span className="block h-2 border-b-[3px] border-[#a39b88] bg-[#c3b9a2]" />
            </span>
          ))}
        </div>
      </div>
      <div>
        <h3 id="no-batch" className="text-lg font-bold">
          No batch is mixed
        </h3>
        <p className="mt-1 max-w-prose">
          A batch is one mixing of a kit. Each of its bottles stands here: how full it is, how long it is good, and what got into it. The
          boxes above are the rolls it is made for; every run fills some of them, and every time follows from that.
        </p>
        <ol className="mt-2 max-w-prose list-decimal space-y-1 pl-5">
          <li>
            {kits === 0
              ? 'Type in the leaflet of your kit, which takes two minutes; or open the kit below that comes nearest.'
              : 'Your kits are below, with their leaflets.'}
          </li>
          <li>Mix it with the mixing bench, which says what goes into each bottle and when; or enter bottles that stand there already.</li>
          <li>Print the labels, and stick them on before anything looks like anything else.</li>
        </ol>
        <div className="mt-4 flex flex-wrap gap-3">
          <LinkButton filled to="/shelf/batches/new">
            Mix a batch
          </LinkButton>
          <LinkButton to="/shelf/kits/new">Type in a leaflet</LinkButton>
          <LinkButton to="/shelf/boxes/new">Enter a box you bought</LinkButton>
        </div>
      </div>
    </section>
  );
}
