import type { ReactNode } from 'react';
import { Notice } from '../../ui/notice.tsx';
import { Term } from '../../ui/term.tsx';

const MOVES: readonly (readonly [string, string])[] = [
  ['Open the cassette', 'Pry off the flat end with the opener, push the spool out. In the dark you will do it by feel.'],
  ['Cut the leader', 'Straight across, then round its two corners with the scissors: a sharp corner is what catches.'],
  ['Find the entry', 'Both notches of the reel side by side, at the top, pointing to you. Feel them with your thumbs.'],
  ['Start it', 'Hold the film by its edges, bow it a little, push it past the two small balls or teeth.'],
  ['Walk it on', 'Turn one half of the reel to and fro. The film walks in by itself; your fingers only guide the edges.'],
  ['The end', 'Cut or tear it off the spool, walk in the last of it.'],
  ['Close', 'Reel on its column, into the tank, lid on until it clicks or turns home. Only now may light come back.'],
];

/** The reel in the light, until it is dull. */
export function LoadingStep({ next }: { readonly next: ReactNode }) {
  return (
    <>
      <p className="mb-3 max-w-prose">
        Take the practice film and the <Term id="reel">reel</Term>, sit at a table in good light, and load it. Then take it off and load it
        again, until it is dull. Everything must be bone dry: a damp reel grips the film and will not let it move.
      </p>
      <ol className="grid gap-2 md:grid-cols-2">
        {MOVES.map(([move, how], i) => (
          <li key={move} className="flex gap-3 rounded-card border border-line bg-card p-3">
            <span className="figure text-xl font-semibold text-teal">{i + 1}</span>
            <span>
              <strong>{move}.</strong> {how}
            </span>
          </li>
        ))}
      </ol>
      <Jams />
      {next}
    </>
  );
}

/** What to do when it will not go. */
export function Jams() {
  return (
    <div className="mt-4">
      <Notice tone="plain">
        <strong>When it jams:</strong> do not push. Turn back half a turn, take the film out as far as it came, feel its edge for a crease,
        cut the crease off, round the corners again and begin anew. In the dark there is no hurry: put film and reel into the tank, close
        it, light on, breathe, dry your hands. Two turns of film that touch leave a milky patch where nothing develops; one that went in
        crooked can be felt as a bulge.
      </Notice>
    </div>
  );
}
