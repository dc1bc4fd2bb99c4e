/** More boxes than this are a bar. */
const MOST_BOXES = 24;

/** The rolls a batch is made for as a ladder of boxes, done and left; a roll that is done in part fills its box in part. */
export function Ladder({ done, capacity }: { readonly done: number; readonly capacity: number }) {
  const says = `${shown(done)} of ${shown(capacity)} rolls done`;
  const boxes = Math.max(Math.ceil(capacity - 1e-9), Math.ceil(done - 1e-9));
  if (boxes > MOST_BOXES)
    return (
      <div role="img" aria-label={says} className="drawn h-4 overflow-hidden rounded-[3px] border border-teal">
        <div className="h-full bg-teal" style={{ width: `${Math.min(100, (done / capacity) * 100)}%` }} />
      </div>
    );
  return (
    <div role="img" aria-label={says} className="drawn flex flex-wrap gap-1">
      {Array.from({ length: boxes }, (_, i) => {
        const share = Math.max(0, Math.min(1, done - i));
        const over = i >= capacity - 1e-9;
        return (
          <span
            key={i}
            className={`h-4 w-3 rounded-[3px] border ${over ? 'border-hot' : 'border-teal'}`}
            style={{
              background: `linear-gradient(to right, var(${over ? '--color-hot' : '--color-teal'}) ${share * 100}%, transparent ${share * 100}%)`,
            }}
          />
        );
      })}
    </div>
  );
}

export function shown(rolls: number): number {
  return Math.round(rolls * 100) / 100;
}
