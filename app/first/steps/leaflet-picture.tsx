/** A part of a leaflet that a field asks for: its head and foot, or the row of a bath. */
export type LeafletPart = 'name' | 'makes' | 'capacity' | 'wear' | `bath:${string}`;

interface LeafletPictureProps {
  readonly part: LeafletPart | null;
  /** Its rows, the developer's with a second one for another temperature. */
  readonly baths: readonly { readonly id: string; readonly name: string; readonly twoRows: boolean }[];
}

const HEAD_PX = 112;
const ROW_PX = 28;
const GAP_PX = 4;

/** A leaflet that is nobody's, with the place lit where the field at hand is usually found. */
export function LeafletPicture({ part, baths }: LeafletPictureProps) {
  const rows = baths.reduce<{ readonly y: number; readonly h: number }[]>((placed, bath) => {
    const last = placed.at(-1);
    return [...placed, { y: last ? last.y + last.h + GAP_PX : HEAD_PX, h: bath.twoRows ? 2 * ROW_PX : ROW_PX }];
  }, []);
  const foot = (rows.at(-1)?.y ?? HEAD_PX) + (rows.at(-1)?.h ?? 0) + 18;
  return (
    <figure className="max-lg:hidden">
      <svg
        viewBox={`0 0 360 ${foot + 70}`}
        className="w-full rounded-card border border-line bg-white"
        role="img"
        aria-label="Where a leaflet usually says it"
      >
        <Part lit={part === 'name'} y={18} w={220} h={32} />
        <Part lit={part === 'makes'} y={56} w={150} h={24} />
        {baths.map((bath, i) => (
          <Part key={bath.id} lit={part === `bath:${bath.id}`} y={rows[i]?.y ?? 0} w={312} h={rows[i]?.h ?? 0} />
        ))}
        <Part lit={part === 'capacity'} y={foot} w={200} h={24} />
        <Part lit={part === 'wear'} y={foot + 30} w={296} h={24} />
        <g fill="#0b2b30" fontSize={12}>
          <text x={28} y={40} fontSize={17} fontWeight={700}>
            Colour negative kit
          </text>
          <text x={28} y={72}>
            for … of solution
          </text>
          <g fontSize={11} fill="#47656a">
            <text x={28} y={104}>
              bath
            </text>
            <text x={170} y={104}>
              temperature
            </text>
            <text x={280} y={104}>
              time
            </text>
          </g>
          {baths.map((bath, i) => {
            const y = (rows[i]?.y ?? 0) + 19;
            return (
              <g key={bath.id}>
                <text x={28} y={y} fontWeight={700}>
                  {bath.name}
                </text>
                <text x={170} y={y}>
                  {bath.twoRows ? 'main row' : 'from … to …'}
                </text>
                <text x={280} y={y}>
                  min:s
                </text>
                {bath.twoRows && (
                  <g fill="#47656a">
                    <text x={170} y={y + ROW_PX}>
                      another row
                    </text>
                    <text x={280} y={y + ROW_PX}>
                      min:s
                    </text>
                  </g>
                )}
              </g>
            );
          })}
          <text x={28} y={foot + 17}>
            Capacity: … films 135-36
          </text>
          <text x={28} y={foot + 47}>
            For each film prolong development by …
          </text>
        </g>
      </svg>
      <figcaption className="mt-1 text-sm text-quiet">No real leaflet: only where such things stand.</figcaption>
    </figure>
  );
}

interface PartProps {
  readonly lit: boolean;
  readonly y: number;
  readonly w: number;
  readonly h: number;
}

function Part({ lit, y, w, h }: PartProps) {
  return <rect x={18} y={y} width={w + 12} height={h} rx={4} fill={lit ? '#f3e37c' : '#eef2ee'} stroke={lit ? '#0f3d42' : 'none'} />;
}
