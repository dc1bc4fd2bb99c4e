import { showDuration } from '../../../core/units/duration.ts';

/** The time that counts now, read from a metre away. */
export function Digits({ seconds, over, label }: { readonly seconds: number; readonly over: boolean; readonly label: string }) {
  const text = showDuration(Math.abs(seconds));
  return (
    <p
      className={`figure leading-none font-semibold ${text.length > 4 ? 'text-[clamp(5rem,21vw,11rem)] lg:text-[clamp(5rem,13.2vw,11.5rem)]' : 'text-[clamp(6rem,27vw,13rem)] lg:text-[clamp(6rem,16.5vw,14.5rem)]'} ${over ? 'text-straw' : 'text-night-ink'}`}
      aria-label={`${label} ${text}`}
    >
      {over && <span className="text-[0.6em]">+</span>}
      {text}
    </p>
  );
}
