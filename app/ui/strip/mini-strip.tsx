import type { StepKind } from '../../../core/kit/kind.ts';
import { bathTexture } from './bath-texture.ts';

interface MiniStripProps {
  readonly steps: readonly { readonly id: string; readonly kind: StepKind; readonly seconds: number }[];
  /** How much of the width the whole run takes; runs that are looked at together share an axis. */
  readonly share?: number;
  readonly heightPx?: number;
}

/** A run drawn so small that thirty fit a screen: the same blocks and textures, without their names. */
export function MiniStrip({ steps, share = 1, heightPx = 12 }: MiniStripProps) {
  return (
    <span aria-hidden className="flex gap-px" style={{ width: `${share * 100}%`, height: heightPx }}>
      {steps.map((step, i) => (
        <span
          key={step.id + String(i)}
          className={`${bathTexture(step.kind)} block min-w-[2px] rounded-[2px]`}
          style={{ flexGrow: step.seconds }}
        />
      ))}
    </span>
  );
}
