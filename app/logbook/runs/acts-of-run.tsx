interface ActsOfRunProps {
  readonly acts: readonly { readonly id: string; readonly at: string; readonly what: string; readonly madeOn: string | null }[];
}

/** Every act as it was made, and the screen it was made on: who pressed what, if several hands were at it. */
export function ActsOfRun({ acts }: ActsOfRunProps) {
  const screens = new Set(acts.map(({ madeOn }) => madeOn ?? THE_LAPTOP));
  return (
    <details className="rounded-card border border-line bg-card px-4">
      <summary className="flex min-h-11 cursor-pointer items-center font-semibold">
        {acts.length} acts{screens.size > 1 ? `, on ${screens.size} screens` : screens.has(THE_LAPTOP) ? '' : `, on ${[...screens].join()}`}
      </summary>
      <ol className="divide-y divide-line pb-3">
        {acts.map(({ id, at, what, madeOn }) => (
          <li key={id} className="grid grid-cols-[auto_1fr_auto] gap-x-3 py-1.5">
            <span className="figure text-sm text-quiet">{at}</span>
            <span>{what}</span>
            <span className="text-right text-quiet">{madeOn ?? THE_LAPTOP}</span>
          </li>
        ))}
      </ol>
    </details>
  );
}

const THE_LAPTOP = 'the laptop';
