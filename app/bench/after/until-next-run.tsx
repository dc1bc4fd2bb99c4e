import { showMinutes } from '../../../core/units/duration.ts';
import { showClock } from '../screen/show-clock.ts';

/** What lies between this run and the next, with its instants by the server's clock. */
export interface UntilNext {
  readonly n: number;
  readonly rollNames: readonly string[];
  readonly tankName: string;
  readonly loadFromMs: number;
  readonly firstPourMs: number;
  /** Null where a dry set stands ready. */
  readonly reelsDryMs: number | null;
  readonly secondSet: boolean;
  readonly bottles: readonly { readonly bottle: string; readonly atMs: number | null }[];
}

/** Between runs: bottles back in the bath and for how long, reels, tank, the next load. Each countdown is honest about its own thing. */
export function UntilNextRun({ until, nowMs }: { readonly until: UntilNext; readonly nowMs: number }) {
  const { n, rollNames, tankName, loadFromMs, firstPourMs, reelsDryMs, secondSet, bottles } = until;
  const waits = (atMs: number) => (atMs <= nowMs ? null : showMinutes((atMs - nowMs) / 1000));
  const lines: { readonly key: string; readonly does: string; readonly left: string | null }[] = [
    ...bottles.map(({ bottle, atMs }) => ({
      key: bottle,
      does:
        atMs === null
          ? `${bottle} back into the bath, and the bath warmer: as it is, it does not come back into its range`
          : waits(atMs) === null
            ? `${bottle}, in the bath, is in its range again`
            : `${bottle} back into the bath: in its range again`,
      left: atMs === null ? null : waits(atMs),
    })),
    { key: 'tank', does: `${tankName} and its lid rinsed and wiped dry, and into the bath if you warm it`, left: null },
    {
      key: 'reels',
      does: secondSet
        ? 'The second set of reels; the wet one may dry'
        : reelsDryMs === null || waits(reelsDryMs) === null
          ? 'Dry reels'
          : 'Reels stand to dry: wet reels jam. Dry',
      left: secondSet || reelsDryMs === null ? null : waits(reelsDryMs),
    },
    { key: 'load', does: `Load ${rollNames.join(', ')} in complete darkness`, left: waits(loadFromMs) },
  ];
  return (
    <section aria-labelledby="until-next" className="mt-5 rounded-card border border-night-line bg-night-card px-4 py-3">
      <h3 id="until-next" className="text-xl font-bold">
        Until run {n}:{' '}
        {firstPourMs > nowMs ? (
          <>
            first pour in <span className="figure text-straw">{showMinutes((firstPourMs - nowMs) / 1000)}</span>, at{' '}
            <span suppressHydrationWarning className="figure">
              {showClock(firstPourMs).slice(0, 5)}
            </span>
          </>
        ) : (
          'it may begin'
        )}
      </h3>
      <ul className="mt-1 text-lg">
        {lines.map(({ key, does, left }) => (
          <li key={key} className="flex justify-between gap-4 border-t border-night-line py-2">
            <span>{does}</span>
            {left && <span className="figure shrink-0 text-straw">in {left}</span>}
          </li>
        ))}
      </ul>
    </section>
  );
}
