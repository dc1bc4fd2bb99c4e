import type { ReactNode } from 'react';
import type { Film } from '../../../core/film/process.ts';
import type { Inspection, Mark } from '../../../core/inspection/inspection.ts';
import { MarkOnFrame } from './mark-on-frame.tsx';

/* Drawings of our own of what film looks like against the light: negative film with its mask, or slide film. */

type Edge = NonNullable<Inspection['edge']>;
type Frames = NonNullable<Inspection['frames']>;
type Colour = NonNullable<Inspection['colour']>;
type Slides = NonNullable<Inspection['slides']>;

const BASE = { negative: '#e8c4a0', slide: '#211c1a' } as const;
const PRINT = { negative: '#4a2d18', slide: '#ffd28a' } as const;
/** Light that got in darkens a negative and clears a slide. */
const FOGGED = { negative: '#24140b', slide: '#e9e4da' } as const;
const MILKY = '#efe3d3';
const EDGE_SHOWS: Readonly<Record<Edge, number>> = { none: 0, thin: 0.3, normal: 0.75, dense: 1 };

function Drawing({ w, h, children }: { readonly w: number; readonly h: number; readonly children: ReactNode }) {
  return (
    <svg viewBox={`0 0 ${w} ${h}`} aria-hidden className="mx-auto block w-full" style={{ maxHeight: h * 1.3 }}>
      {children}
    </svg>
  );
}

export function EdgeDrawing({ edge, film }: { readonly edge: Edge; readonly film: Film }) {
  return (
    <Drawing w={112} h={26}>
      <rect width="112" height="26" rx="2" fill={BASE[film]} />
      <text
        x="56"
        y="18"
        textAnchor="middle"
        fontSize="13"
        letterSpacing="1.5"
        fontWeight={edge === 'dense' ? 800 : 500}
        fill={PRINT[film]}
        opacity={EDGE_SHOWS[edge]}
        className="font-mono"
      >
        12 ▸ 12A
      </text>
    </Drawing>
  );
}

const TONES: Readonly<Record<Film, Readonly<Record<Exclude<Frames, 'uneven'>, string>>>> = {
  negative: { none: '#e8c4a0', thin: '#d0a27b', normal: '#9c6a48', dense: '#4f2c17' },
  slide: { none: '#211c1a', thin: '#cfd8d6', normal: '#7f9a94', dense: '#3a4a48' },
};

export function FramesDrawing({ frames, film }: { readonly frames: Frames; readonly film: Film }) {
  const tones = TONES[film];
  const [left, right] = frames === 'uneven' ? [tones.thin, tones.dense] : [tones[frames], tones[frames]];
  return (
    <Drawing w={112} h={40}>
      <rect width="112" height="40" rx="2" fill={BASE[film]} />
      <Picture x={8} y={6} w={44} h={28} tone={left} empty={frames === 'none'} />
      <Picture x={60} y={6} w={44} h={28} tone={right} empty={frames === 'none'} />
    </Drawing>
  );
}

interface PictureProps {
  readonly x: number;
  readonly y: number;
  readonly w: number;
  readonly h: number;
  readonly tone: string;
  readonly empty?: boolean;
}

/** A kiln’s chimney on a shore, as little of it as a thumbnail shows. */
function Picture({ x, y, w, h, tone, empty = false }: PictureProps) {
  return (
    <g transform={`translate(${x} ${y})`}>
      <rect width={w} height={h} fill={tone} />
      {!empty && (
        <>
          <rect y={h * 0.66} width={w} height={h * 0.34} fill="#000" opacity="0.25" />
          <rect x={w * 0.56} y={h * 0.2} width={w * 0.1} height={h * 0.5} fill="#fff" opacity="0.3" />
          <circle cx={w * 0.26} cy={h * 0.3} r={h * 0.12} fill="#000" opacity="0.25" />
        </>
      )}
    </g>
  );
}

const SCENES = {
  right: { sky: '#8fb6c9', sea: '#4d7f7b', sun: '#f4d58a', kiln: '#a8583c' },
  cast: { sky: '#9fa95f', sea: '#6a7a35', sun: '#dfe07c', kiln: '#8a6a2a' },
  weak: { sky: '#b3babb', sea: '#7f8786', sun: '#d8d5cc', kiln: '#8f8681' },
} as const;

interface SceneProps {
  readonly of: Colour;
  readonly w: number;
  readonly h: number;
  /** Below nought lighter, above it darker. */
  readonly shade?: number;
}

function Scene({ of, w, h, shade = 0 }: SceneProps) {
  const { sky, sea, sun, kiln } = SCENES[of];
  return (
    <>
      <rect width={w} height={h} fill={sky} />
      <rect y={h * 0.62} width={w} height={h * 0.38} fill={sea} />
      <circle cx={w * 0.24} cy={h * 0.3} r={h * 0.14} fill={sun} />
      <rect x={w * 0.58} y={h * 0.22} width={w * 0.12} height={h * 0.46} fill={kiln} />
      <rect x={w * 0.48} y={h * 0.5} width={w * 0.34} height={h * 0.18} fill={kiln} />
      {shade !== 0 && <rect width={w} height={h} fill={shade > 0 ? '#000' : '#fff'} opacity={Math.abs(shade)} />}
    </>
  );
}

/** As a scan or a slide shows it: colours are not judged on a masked negative. */
export function ColourDrawing({ colour }: { readonly colour: Colour }) {
  return (
    <Drawing w={112} h={44}>
      <Scene of={colour} w={112} h={44} />
    </Drawing>
  );
}

const SLIDE_SHADE: Readonly<Record<Slides, number>> = { light: -0.55, right: 0, dark: 0.6 };

export function SlidesDrawing({ slides }: { readonly slides: Slides }) {
  return (
    <Drawing w={112} h={60}>
      <rect width="112" height="60" rx="4" fill="#f2efe8" stroke="#c9c2b4" />
      <g transform="translate(16 10)">
        <Scene of="right" w={80} h={40} shade={SLIDE_SHADE[slides]} />
      </g>
    </Drawing>
  );
}

/** A sheet has no holes along its edges. */
export function MarkDrawing({ mark, film, sheet = false }: { readonly mark: Mark; readonly film: Film; readonly sheet?: boolean }) {
  const fogged = mark === 'wholly-dark';
  return (
    <Drawing w={112} h={52}>
      <rect width="112" height="52" rx="2" fill={fogged ? FOGGED[film] : mark === 'milky' ? MILKY : BASE[film]} />
      {!sheet && <Holes y={3} count={9} w={112} />}
      {!sheet && <Holes y={44} count={9} w={112} />}
      <Picture
        x={20}
        y={11}
        w={72}
        h={30}
        tone={fogged ? FOGGED[film] : mark === 'silver' ? '#6f6a66' : TONES[film].normal}
        empty={fogged}
      />
      <g transform="translate(20 11)">
        <MarkOnFrame mark={mark} film={film} w={72} h={30} />
      </g>
    </Drawing>
  );
}

function Holes({ y, count, w }: { readonly y: number; readonly count: number; readonly w: number }) {
  const pitch = w / count;
  return (
    <g fill="#fbfcfa">
      {Array.from({ length: count }, (_, i) => (
        <rect key={i} x={i * pitch + pitch / 2 - 2.5} y={y} width="5" height="5" rx="1" />
      ))}
    </g>
  );
}

const FRAME_NUMBERS = [12, 13, 14, 15, 16, 17];
const UNEVEN = ['thin', 'normal', 'dense', 'thin', 'dense', 'normal'] as const;

function toneOf(seen: Inspection, film: Film, i: number): string {
  const tones = TONES[film];
  if (seen.marks?.includes('wholly-dark')) return FOGGED[film];
  if (film === 'slide' && seen.slides) return { light: '#d9e2df', right: tones.normal, dark: '#39443f' }[seen.slides];
  return tones[seen.frames === 'uneven' ? (UNEVEN[i] ?? 'normal') : (seen.frames ?? 'normal')];
}

/** What was said, drawn back as a strip, so that a wrong answer is seen (interface.md). */
export function StripDrawn({
  seen,
  film,
  says,
  sheet = false,
}: {
  readonly seen: Inspection;
  readonly film: Film;
  readonly says: string;
  /** Neither holes nor numbers. */
  readonly sheet?: boolean;
}) {
  const marks = seen.marks ?? [];
  const empty = seen.frames === 'none' || marks.includes('wholly-dark');
  const greyish = marks.includes('silver') || seen.colour === 'weak';
  return (
    <svg viewBox="0 0 560 96" role="img" aria-label={says} className="block w-full rounded-sm">
      <rect width="560" height="96" fill={marks.includes('wholly-dark') ? FOGGED[film] : marks.includes('milky') ? MILKY : BASE[film]} />
      {!sheet && <Holes y={4} count={36} w={560} />}
      {!sheet && <Holes y={87} count={36} w={560} />}
      {FRAME_NUMBERS.map((number, i) => (
        <g key={number} transform={`translate(${10 + i * 91} 22)`}>
          <Picture x={0} y={0} w={84} h={51} tone={toneOf(seen, film, i)} empty={empty} />
          {greyish && !empty && <rect width="84" height="51" fill="#7d7a78" opacity="0.55" />}
          {seen.colour === 'cast' && !empty && <rect width="84" height="51" fill="#7aa23a" opacity="0.38" />}
          {marks.map((mark) => (
            <MarkOnFrame key={mark} mark={mark} film={film} w={84} h={51} />
          ))}
          <g
            fontSize="9.5"
            fill={PRINT[film]}
            opacity={sheet ? 0 : EDGE_SHOWS[seen.edge ?? 'normal']}
            className="font-mono"
            fontWeight={seen.edge === 'dense' ? 800 : 500}
          >
            <text x="30" y="-2.5">
              {number}
            </text>
            <text x="58" y="60.5">
              {number}A
            </text>
          </g>
        </g>
      ))}
    </svg>
  );
}
