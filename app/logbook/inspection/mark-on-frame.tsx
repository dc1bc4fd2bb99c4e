import type { Film } from '../../../core/film/process.ts';
import type { Mark } from '../../../core/inspection/inspection.ts';

/** Where it did more than elsewhere, or a kink was as good as light, a negative is darker and a slide lighter. */
const MORE_DEVELOPED = { negative: '#2b1509', slide: '#f2ead9' } as const;
/** Where no developer came a negative stays clear and a slide turns black. */
const UNDEVELOPED = { negative: '#fdeedd', slide: '#0f0c0b' } as const;

const SPECKS = [
  [0.12, 0.3, 2],
  [0.28, 0.7, 1.4],
  [0.4, 0.2, 1.8],
  [0.55, 0.55, 2.4],
  [0.7, 0.3, 1.3],
  [0.82, 0.75, 2],
  [0.9, 0.2, 1.5],
] as const;

/** A mark as it lies on one frame, `w` by `h`; what concerns the whole film is drawn with the film. */
export function MarkOnFrame({ mark, film, w, h }: { readonly mark: Mark; readonly film: Film; readonly w: number; readonly h: number }) {
  const bare = UNDEVELOPED[film];
  const more = MORE_DEVELOPED[film];
  const at = (x: number, y: number) => `${w * x} ${h * y}`;
  switch (mark) {
    case 'wholly-dark':
    case 'silver':
      return null;
    case 'milky':
      return <rect width={w} height={h} fill="#fff" opacity="0.6" />;
    case 'perforation-streaks':
      return (
        <g fill={more} opacity="0.5">
          {[0.06, 0.24, 0.42, 0.6, 0.78].map((x) => (
            <path key={x} d={`M${at(x, 0)} L${at(x + 0.08, 0)} L${at(x + 0.05, 0.65)} L${at(x + 0.03, 0.65)} Z`} />
          ))}
        </g>
      );
    case 'bands':
      return (
        <g fill="#2b1509" opacity="0.4">
          <rect x={w * 0.12} width={w * 0.16} height={h} />
          <rect x={w * 0.46} width={w * 0.09} height={h} />
          <rect x={w * 0.72} width={w * 0.2} height={h} />
        </g>
      );
    case 'clear-spots':
      return (
        <g fill={bare}>
          <circle cx={w * 0.2} cy={h * 0.3} r={h * 0.12} />
          <circle cx={w * 0.52} cy={h * 0.68} r={h * 0.16} />
          <circle cx={w * 0.8} cy={h * 0.28} r={h * 0.09} />
        </g>
      );
    case 'crescents':
      return (
        <g fill="none" stroke={more} strokeWidth={h * 0.09} strokeLinecap="round">
          <path d={`M${at(0.2, 0.2)} Q${at(0.34, 0.5)} ${at(0.2, 0.8)}`} />
          <path d={`M${at(0.66, 0.25)} Q${at(0.78, 0.47)} ${at(0.66, 0.7)}`} />
        </g>
      );
    case 'bare-patches':
      return (
        <path
          d={`M${at(0.3, 0)} C${at(0.2, 0.6)} ${at(0.5, 1)} ${at(0.6, 1)} L${at(0.82, 1)} C${at(0.7, 0.5)} ${at(0.75, 0)} ${at(0.66, 0)} Z`}
          fill={bare}
        />
      );
    case 'drying-marks':
      return (
        <g fill="none" stroke="#fff" strokeWidth="1.4" opacity="0.9">
          <ellipse cx={w * 0.3} cy={h * 0.45} rx={w * 0.13} ry={h * 0.26} />
          <ellipse cx={w * 0.7} cy={h * 0.6} rx={w * 0.17} ry={h * 0.2} />
          <path d={`M${at(0.5, 0)} Q${at(0.56, 0.5)} ${at(0.48, 1)}`} />
        </g>
      );
    case 'black-specks':
      return (
        <g fill="#0c0603">
          {SPECKS.map(([x, y, r]) => (
            <circle key={x} cx={w * x} cy={h * y} r={r} />
          ))}
        </g>
      );
    case 'cracked':
      return (
        <path
          d={`M${at(0, 0.3)} L${at(0.2, 0.5)} L${at(0.36, 0.15)} L${at(0.56, 0.55)} L${at(0.8, 0.3)} L${at(1, 0.6)} M${at(0.2, 0.5)} L${at(0.26, 1)} M${at(0.56, 0.55)} L${at(0.5, 1)} M${at(0.36, 0.15)} L${at(0.4, 0)} M${at(0.8, 0.3)} L${at(0.86, 0)}`}
          fill="none"
          stroke="#fbead3"
          strokeWidth="1.2"
        />
      );
    case 'scratches':
      return (
        <g stroke={bare} strokeWidth="1.3" opacity="0.9">
          <path d={`M${at(0, 0.34)} L${at(1, 0.36)} M${at(0, 0.42)} L${at(0.8, 0.43)} M${at(0.2, 0.7)} L${at(1, 0.71)}`} />
        </g>
      );
    case 'finger-marks':
      return (
        <g fill="none" stroke={more} strokeWidth="1.3" opacity="0.8">
          {[0.12, 0.2, 0.28].map((r) => (
            <ellipse key={r} cx={w * 0.66} cy={h * 0.5} rx={w * r * 0.8} ry={h * r * 1.5} />
          ))}
          <path d={`M${at(0.6, 0.4)} Q${at(0.68, 0.3)} ${at(0.74, 0.46)}`} />
        </g>
      );
    case 'light-first-frames':
      return (
        <g fill={more}>
          <rect width={w * 0.34} height={h} opacity="0.85" />
          <rect x={w * 0.34} width={w * 0.18} height={h} opacity="0.5" />
          <rect x={w * 0.52} width={w * 0.14} height={h} opacity="0.22" />
        </g>
      );
    case 'light-bars':
      return (
        <g fill={more} opacity="0.75">
          <path d={`M${at(0.14, 0)} L${at(0.26, 0)} L${at(0.22, 0.72)} L${at(0.18, 0.72)} Z`} />
          <path d={`M${at(0.62, 0)} L${at(0.78, 0)} L${at(0.72, 0.86)} L${at(0.68, 0.86)} Z`} />
        </g>
      );
    case 'light-both-edges':
      return (
        <g fill={more} opacity="0.8">
          <path d={`M${at(0, 0)} L${at(1, 0)} L${at(1, 0.16)} Q${at(0.5, 0.3)} ${at(0, 0.14)} Z`} />
          <path d={`M${at(0, 1)} L${at(1, 1)} L${at(1, 0.86)} Q${at(0.5, 0.72)} ${at(0, 0.84)} Z`} />
        </g>
      );
    case 'sheet-line':
      return (
        <g>
          <rect x={w * 0.05} width={w * 0.05} height={h} fill={more} opacity="0.9" />
          <rect x={w * 0.11} width={w * 0.02} height={h} fill={bare} opacity="0.8" />
        </g>
      );
    case 'pressure':
      return (
        <g fill={more} opacity="0.8">
          <ellipse cx={w * 0.3} cy={h * 0.62} rx={w * 0.05} ry={h * 0.08} />
          <ellipse cx={w * 0.38} cy={h * 0.52} rx={w * 0.025} ry={h * 0.05} />
          <path d={`M${at(0.58, 0.24)} L${at(0.84, 0.38)} L${at(0.82, 0.46)} L${at(0.57, 0.3)} Z`} />
        </g>
      );
  }
}
