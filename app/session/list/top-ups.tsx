import { Line, type ShownDoing } from './line.tsx';

/** Top-ups that follow one another: the next one stands here, the others when they are asked for. */
export function TopUps({
  doings,
  nowMs,
  ticked,
}: {
  readonly doings: readonly ShownDoing[];
  readonly nowMs: number;
  readonly ticked: boolean;
}) {
  const next = doings.find(({ done }) => done === null) ?? doings.at(-1);
  if (!next) return null;
  const others = doings.filter((doing) => doing !== next);
  return (
    <>
      <Line doing={next} ticked={ticked} inS={next.done === null && nowMs > next.atMs - 600_000 ? (next.atMs - nowMs) / 1000 : null} />
      {others.length > 0 && (
        <li className="pb-1 sm:pl-[4.15rem]">
          <details>
            <summary className="text-sm underline">
              {others.length === 1 ? 'And once more' : `And ${others.length} times more`}, {others[0]?.at}
              {others.length > 1 && ` to ${others.at(-1)?.at}`}
            </summary>
            <ol aria-label="Topping up" className="sm:-ml-[4.15rem]">
              {others.map((doing) => (
                <Line key={doing.id} doing={doing} ticked={ticked} inS={null} />
              ))}
            </ol>
          </details>
        </li>
      )}
    </>
  );
}
