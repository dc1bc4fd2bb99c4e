import CircleAlert from 'lucide-react/icons/circle-exclamation-point';
import CircleCheck from 'lucide-react/icons/circle-check';
import { screenChecks, type ScreenFacts } from '../../ui/screen/screen-checks.ts';
import { useScreenFacts } from '../../ui/screen/use-screen-facts.ts';

export interface ThisScreenProps {
  readonly awake: ScreenFacts['awake'];
  readonly keepAwake: () => void;
  readonly sound: ScreenFacts['sound'];
  readonly trySound: () => void;
}

const SMALL_BUTTON = 'min-h-11 rounded-card border border-night-quiet px-3 font-semibold whitespace-nowrap';

/** Before the first pour: what this very screen can do, in a line, and what it costs where it cannot, each in its own. */
export function ThisScreen({ awake, keepAwake, sound, trySound }: ThisScreenProps) {
  const facts = useScreenFacts();
  const checks = screenChecks({ ...facts, awake, sound });
  const [good, not] = [checks.filter((each) => each.good), checks.filter((each) => !each.good)];
  return (
    <section
      aria-label="This screen"
      className="mt-3 flex flex-wrap items-center justify-between gap-x-4 gap-y-2 rounded-card border border-night-line px-4 py-2.5"
    >
      <ul className="min-w-0 basis-80 grow space-y-1.5">
        {not.map(({ id, says, todo }) => (
          <li key={id} data-check={id} data-good="false" className="flex gap-2">
            <CircleAlert aria-label="Look at this:" size={18} className="mt-0.5 shrink-0 text-straw" />
            <span>
              {says}. <span className="text-night-quiet">{todo}</span>
            </span>
          </li>
        ))}
        {good.length > 0 && (
          <li className="flex gap-2 text-night-quiet">
            <CircleCheck aria-label="Good:" size={18} className="mt-0.5 shrink-0 text-aqua" />
            <span>
              {good.map(({ id, says }, i) => (
                <span key={id} data-check={id} data-good="true">
                  {i > 0 && ' · '}
                  {says}
                </span>
              ))}
            </span>
          </li>
        )}
      </ul>
      <div className="flex flex-wrap gap-2">
        {sound !== 'on' && (
          <button type="button" className={SMALL_BUTTON} onClick={trySound}>
            Try the sound
          </button>
        )}
        {!facts.secure && (
          <a href="/screen" className={`${SMALL_BUTTON} flex items-center`}>
            The safe way
          </a>
        )}
        {awake === 'press' && (
          <button type="button" className={SMALL_BUTTON} onClick={keepAwake}>
            Keep it awake
          </button>
        )}
      </div>
    </section>
  );
}
