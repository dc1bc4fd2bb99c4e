import { useEffect, useRef, useState } from 'react';
import { stepStartsS } from '../../../core/run/state/run-on-clock.ts';
import { showDuration } from '../../../core/units/duration.ts';
import { showTemperature } from '../../../core/units/temperature.ts';
import { useUnits } from '../../ui/forms/units.ts';
import { bathTexture } from '../../ui/strip/bath-texture.ts';
import { BESIDE_LINE_PX, layoutColumn } from './column-layout.ts';
import { levelShare, type LevelProps } from './gauge.tsx';

const FIRST_HEIGHT_PX = 640;
const WIDTH_PX = 132;
const GUTTER_PX = 50;

/** The run as a level gauge: every bath a block whose height is its time, a level sinking through it (interface.md). */
export function Column({ plan, state, now, nowMs }: LevelProps) {
  const box = useRef<HTMLDivElement>(null);
  const [heightPx, setHeightPx] = useState(FIRST_HEIGHT_PX);
  const { temperature } = useUnits();
  useEffect(() => {
    const element = box.current;
    if (!element) return;
    const observer = new ResizeObserver(([entry]) => entry && setHeightPx(entry.contentRect.height));
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  const seconds = plan.steps.map((step, i) => (i === state.step && now.running ? now.running.finish.seconds : step.seconds));
  const startsS = stepStartsS(plan, state, nowMs);
  const blocks = layoutColumn(seconds, heightPx);
  const share = levelShare(now, nowMs);
  const current = blocks[state.step];
  const levelPx = current ? current.fromPx + share * current.heightPx : heightPx;
  const { running } = now;
  const beats =
    running && current
      ? running.cues
          .filter((cue) => cue.kind === 'agitate' || cue.kind === 'change')
          .map((cue) => ({
            atMs: cue.atMs,
            atPx: current.fromPx + ((cue.atMs - running.startMs) / Math.max(1, running.endsAtMs - running.startMs)) * current.heightPx,
          }))
      : [];
  return (
    <div
      ref={box}
      className="relative min-h-0 grow"
      role="img"
      aria-label={`Step ${Math.min(state.step + 1, plan.steps.length)} of ${plan.steps.length}`}
    >
      {plan.steps.map((step, i) => {
        const block = blocks[i];
        if (!block) return null;
        const past = i < state.step;
        const here = i === state.step && state.phase === 'running';
        const starts = showDuration(startsS.get(step.id) ?? step.startS);
        const facts = `${showDuration(seconds[i] ?? 0)} · ${showTemperature(step.temperatureC, temperature).replace(/ °.$/, '°')}`;
        return (
          <div key={step.bath + String(i)}>
            {block.label.kind !== 'beside' && !(state.phase !== 'ready' && Math.abs(block.fromPx + 12 - levelPx) < 20) && (
              <span
                // From a hundred minutes on, and before the first pour, its figure has one place more.
                className={`figure absolute left-0 text-right ${starts.length > 5 ? 'text-xs tracking-tighter' : 'text-sm'} ${past ? 'text-[#7d9a97]' : 'text-night-quiet'}`}
                style={{ top: block.fromPx + 3, width: GUTTER_PX - 8 }}
              >
                {starts}
              </span>
            )}
            <div
              className={`${bathTexture(step.kind)} absolute overflow-hidden rounded border ${here ? 'border-aqua' : 'border-night-line'} ${past ? 'opacity-45' : ''}`}
              style={{ top: block.fromPx, height: block.heightPx, left: GUTTER_PX, width: WIDTH_PX }}
            >
              {here && (
                <div
                  className="absolute inset-x-0 bottom-0 border-t-2 border-aqua bg-aqua/35"
                  style={{ height: `${(1 - share) * 100}%` }}
                />
              )}
              {block.label.kind !== 'beside' && (
                <div
                  className={`relative px-2 leading-tight ${block.label.kind === 'two-lines' ? 'py-1.5' : 'flex h-full items-center gap-2'}`}
                >
                  <div>
                    <span className={`bath-label text-[0.95rem] ${here ? 'font-bold' : ''}`}>{step.name}</span>
                  </div>
                  <div className="figure text-[0.85rem] whitespace-nowrap text-[#cfe3de]">
                    <span className="bath-label">{block.label.kind === 'two-lines' ? facts : showDuration(seconds[i] ?? 0)}</span>
                  </div>
                </div>
              )}
            </div>
            {block.label.kind === 'beside' && (
              <>
                <svg
                  aria-hidden
                  className="pointer-events-none absolute top-0 overflow-visible"
                  style={{ left: GUTTER_PX + WIDTH_PX }}
                  width="16"
                  height="1"
                >
                  <polyline
                    points={`1,${block.fromPx + block.heightPx / 2} 14,${block.label.atPx + BESIDE_LINE_PX / 2}`}
                    fill="none"
                    stroke="#5d8480"
                  />
                </svg>
                <div
                  className={`absolute leading-[1.05] ${past ? 'text-[#7d9a97]' : 'text-night-ink'}`}
                  style={{ top: block.label.atPx + 2, left: GUTTER_PX + WIDTH_PX + 18 }}
                >
                  <span className={`block text-[0.85rem] whitespace-nowrap ${here ? 'font-bold' : ''}`}>{step.name}</span>
                  <span className="figure block text-[0.85rem]">{showDuration(seconds[i] ?? 0)}</span>
                </div>
              </>
            )}
          </div>
        );
      })}
      {beats.map((beat) => (
        <span
          key={beat.atMs}
          aria-hidden
          className={`absolute h-[2px] w-3 ${beat.atMs <= nowMs ? 'bg-[#3d6662]' : 'bg-aqua'}`}
          style={{ top: beat.atPx, left: GUTTER_PX + WIDTH_PX + 5 }}
        />
      ))}
      {state.phase !== 'ready' && (
        <div
          aria-hidden
          className="absolute right-0 left-0 h-[2px] bg-straw transition-[top] duration-500"
          style={{ top: Math.min(levelPx, heightPx) }}
        >
          <span className="absolute -top-[11px] rounded bg-straw px-1.5 text-sm font-bold text-night" style={{ left: GUTTER_PX + 2 }}>
            now
          </span>
        </div>
      )}
    </div>
  );
}
