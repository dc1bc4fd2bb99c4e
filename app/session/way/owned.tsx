import { useUnits } from '../../ui/forms/units.ts';
import { Button } from '../../ui/button.tsx';
import { TonightForm } from '../draft/tonight-form.tsx';
import { OfWay } from './of-way.tsx';
import { ownedSteps, type WayShown } from './way-shown.ts';

/** What is this person’s own, as it is and as it was, each with the way back to the kit. */
export function Owned({ shown }: { readonly shown: WayShown }) {
  const { temperature } = useUnits();
  const owned = ownedSteps(shown, temperature);
  if (owned.length === 0 && shown.evening !== 'its-own') return null;
  return (
    <div className="mt-2.5 border-t border-line pt-2.5">
      <h4 className="text-sm font-semibold">What is your own here{shown.evening === 'its-own' && ', tonight only'}</h4>
      <ul>
        {owned.map(({ id, name, leftOut, is, was }) => (
          <li key={id} className="flex items-center justify-between gap-2 py-1 text-sm">
            <span>
              <span className={leftOut ? 'text-quiet line-through' : 'font-semibold'}>{name}</span>{' '}
              {leftOut ? <span className="text-quiet">left out</span> : is}
              {was && <span className="text-quiet">, was {was}</span>}
            </span>
            <TonightForm>
              <OfWay intent="way-back" shown={shown} />
              <input type="hidden" name="step" value={id} />
              <button className="min-h-9 font-semibold whitespace-nowrap underline" aria-label={`Put ${name} back`}>
                Put back
              </button>
            </TonightForm>
          </li>
        ))}
      </ul>
      {owned.length === 0 && <p className="text-sm text-quiet">Nothing: tonight it goes as the kit has it.</p>}
      {shown.warnings
        .filter(({ code }) => code === 'after-final')
        .map(({ message }) => (
          <p key={message} className="text-sm text-quiet">
            What that costs: {message}
          </p>
        ))}
      {shown.evening === 'its-own' && (
        <TonightForm className="mt-1 flex flex-wrap gap-2">
          <OfWay intent={null} shown={shown} />
          <Button name="intent" value="way-for-good">
            Keep it for good
          </Button>
          <Button name="intent" value="way-as-always">
            As always
          </Button>
        </TonightForm>
      )}
    </div>
  );
}

/** What was left out stays in sight beneath the strip; one press brings it back. */
export function LeftOut({ shown }: { readonly shown: WayShown }) {
  const { temperature } = useUnits();
  const out = ownedSteps(shown, temperature).filter(({ leftOut }) => leftOut);
  if (out.length === 0) return null;
  return (
    <ul className="mt-1.5 flex flex-wrap gap-1.5" aria-label="Left out">
      {out.map(({ id, name }) => (
        <li key={id}>
          <TonightForm>
            <OfWay intent="way-back" shown={shown} />
            <input type="hidden" name="step" value={id} />
            <button
              className="min-h-9 rounded border border-dashed border-[#8aa39e] px-2 text-sm text-quiet"
              aria-label={`${name} is left out: bring it back`}
              title="Left out. Press to bring it back."
            >
              <span className="line-through">{name}</span>
            </button>
          </TonightForm>
        </li>
      ))}
    </ul>
  );
}
