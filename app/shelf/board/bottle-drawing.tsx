import type { BathKind } from '../../../core/kit/kind.ts';
import { bleachesOrFixes, isDeveloper, isFinal } from '../../../core/kit/kind.ts';

export interface DrawnBottle {
  readonly kind: BathKind;
  /** How full, of what was mixed: 0 to 1. */
  readonly level: number;
  /** What its label says: the figure of its volume. */
  readonly label: string;
  /** Its place in the order of pouring, from 1. */
  readonly place: number;
  readonly standing: 'good' | 'doubtful' | 'spent';
  /** The whole of it in words. */
  readonly says: string;
}

const OUTLINE = 'M22 12 V30 C22 40 6 44 6 62 V148 Q6 156 14 156 H58 Q66 156 66 148 V62 C66 44 50 40 50 30 V12 Z';
/** The belly, from where the neck opens to the bottom: a full bottle reaches up to here. */
const FULL_Y = 44;
const BOTTOM_Y = 156;

/** The textures that baths wear, as on every strip, and the inside of a bottle; once a page, for all its drawings. */
export function BottleParts() {
  return (
    <svg aria-hidden width="0" height="0" className="absolute">
      <defs>
        <clipPath id="inside-a-bottle">
          <path d={OUTLINE} />
        </clipPath>
        <pattern id="texture-bleach" width="9" height="9" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <rect width="9" height="9" fill="#d5e2dc" />
          <path d="M0 0 V9" stroke="#5f8579" strokeWidth="2" />
        </pattern>
        <pattern id="texture-fixer" width="9" height="9" patternUnits="userSpaceOnUse">
          <rect width="9" height="9" fill="#d5e2dc" />
          <circle cx="4.5" cy="4.5" r="1.6" fill="#5f8579" />
        </pattern>
        <pattern id="texture-bleach-fix" width="14" height="14" patternUnits="userSpaceOnUse">
          <rect width="14" height="14" fill="#d5e2dc" />
          <path d="M0 14 L14 0" stroke="#5f8579" strokeWidth="1.4" />
          <circle cx="4" cy="4" r="1.5" fill="#5f8579" />
          <circle cx="11" cy="11" r="1.5" fill="#5f8579" />
        </pattern>
        <pattern id="texture-final" width="17" height="17" patternUnits="userSpaceOnUse">
          <rect width="17" height="17" fill="#e4ece8" />
          <circle cx="8" cy="8" r="1.5" fill="#7d9c92" />
        </pattern>
      </defs>
    </svg>
  );
}

function fillOf(kind: BathKind): string {
  if (isDeveloper(kind)) return '#14615c';
  if (kind === 'bleach-fix') return 'url(#texture-bleach-fix)';
  if (kind === 'fixer') return 'url(#texture-fixer)';
  if (kind === 'bleach' || kind === 'pre-bleach') return 'url(#texture-bleach)';
  return isFinal(kind) ? 'url(#texture-final)' : '#dbe6e0';
}

function capOf(kind: BathKind): string {
  if (isDeveloper(kind)) return '#b1285c';
  return bleachesOrFixes(kind) ? '#0b2b30' : '#5f7f78';
}

/**
 * A bottle as it stands: its level, the texture of its bath, its place in the order of pouring on the cap, its label.
 * Nothing is told by colour alone: a doubtful bottle has a dashed outline and a question mark, a spent one a cross.
 */
export function BottleDrawing({ kind, level, label, place, standing, says }: DrawnBottle) {
  const y = BOTTOM_Y - (BOTTOM_Y - FULL_Y) * Math.max(0, Math.min(1.02, level));
  const bad = standing !== 'good';
  return (
    <svg viewBox="0 0 72 158" role="img" aria-label={says} className="mx-auto block h-auto w-full max-w-[4.1rem]">
      <path d={OUTLINE} fill="#f4f8f5" />
      {level > 0 && (
        <g clipPath="url(#inside-a-bottle)">
          <rect x="0" y={y} width="72" height={BOTTOM_Y - y + 2} fill={fillOf(kind)} />
          <path d={`M0 ${y} H72`} stroke="#0b2b30" strokeWidth="2" />
        </g>
      )}
      <path
        d={OUTLINE}
        fill="none"
        stroke={bad ? '#b1285c' : '#5f8579'}
        strokeWidth={bad ? 2.4 : 1.4}
        strokeDasharray={standing === 'doubtful' ? '5 3' : undefined}
      />
      {standing === 'spent' && <path d="M12 66 L60 92 M60 66 L12 92" stroke="#b1285c" strokeWidth="3.5" strokeLinecap="round" />}
      <rect x="20" y="0" width="32" height="14" rx="2.5" fill={capOf(kind)} />
      <text x="36" y="11" textAnchor="middle" fontSize="11" fontWeight="700" fill="#ffffff" className="figure">
        {standing === 'doubtful' ? '?' : place}
      </text>
      <rect x="11" y="102" width="50" height="22" rx="3" fill="#ffffff" stroke="#cdd9d3" />
      <text x="36" y="117.5" textAnchor="middle" fontSize="13.5" fill="#0b2b30" className="figure">
        {label}
      </text>
    </svg>
  );
}
