import X from 'lucide-react/icons/x';
import type { Tip, TipId } from '../../../core/run/tips.ts';

export interface TipLineProps {
  readonly tips: readonly Tip[];
  readonly away: readonly TipId[];
  readonly putAway: (tip: TipId) => void;
  /** Where a screen without scripts goes back to. */
  readonly back: string;
}

/** One line of what practitioners tell each other, the first that was not put away. It is gone at once, and stays gone. */
export function TipLine({ tips, away, putAway, back }: TipLineProps) {
  const tip = tips.find((each) => !away.includes(each.id));
  if (!tip) return null;
  return (
    <form
      method="post"
      action="/tips"
      aria-label="A tip"
      className="mt-4 flex items-center justify-between gap-3 border-l-4 border-night-line pl-3 text-night-quiet"
      onSubmit={(event) => {
        event.preventDefault();
        putAway(tip.id);
        // Without the server the tip comes back with the next page; a run is not disturbed for that.
        const body = new URLSearchParams({ away: tip.id });
        void fetch('/tips', { method: 'POST', body, redirect: 'manual' }).catch(() => undefined);
      }}
    >
      <p>{tip.says}</p>
      <input type="hidden" name="back" value={back} />
      <button
        name="away"
        value={tip.id}
        aria-label={`Put this tip away: ${tip.says}`}
        className="flex size-11 shrink-0 items-center justify-center rounded-card border border-night-line"
      >
        <X aria-hidden size={18} />
      </button>
    </form>
  );
}
