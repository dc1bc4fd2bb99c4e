import { TonightForm } from '../draft/tonight-form.tsx';

const OFFERS = {
  'rule-of-thumb': { intent: 'school', name: 'school', value: 'rule-of-thumb', says: 'Push by the rule of thumb tonight' },
  heat: { intent: 'habit', name: 'temperature', value: 'pour-warmer', says: 'Reckon with the tank tonight' },
} as const;

/** What a press does about what the plan says. */
export function Offer({ of }: { readonly of: keyof typeof OFFERS | undefined }) {
  if (!of) return null;
  const { intent, name, value, says } = OFFERS[of];
  return (
    <TonightForm className="inline">
      {' '}
      <input type="hidden" name={name} value={value} />
      <button name="intent" value={intent} className="font-semibold underline">
        {says}
      </button>
    </TonightForm>
  );
}
