import type { RunPlan } from '../../../core/run/plan/run-plan.ts';
import { plannedAndActual } from '../../../core/run/state/planned-and-actual.ts';
import type { RunState } from '../../../core/run/state/state.ts';
import { showDuration } from '../../../core/units/duration.ts';

interface WasProps {
  readonly plan: RunPlan;
  readonly state: RunState;
}

/** Baths that got too little, while the film is still wet. */
export function DoAgain({ plan, state }: WasProps) {
  const again = plannedAndActual(plan, state).filter((step) => step.got?.verdict === 'incomplete' || step.got?.verdict === 'wash-again');
  if (again.length === 0) return null;
  return (
    <p role="alert" className="mt-2 rounded-card border-2 border-straw px-4 py-2 text-lg font-bold text-straw">
      {again.map((step) => step.name).join(' and ')} got too little time. Take the finish back and do {again.length === 1 ? 'it' : 'them'}{' '}
      again before the film dries
      {again.some((step) => step.got?.verdict === 'incomplete') ? ', with the tank shut until then' : ''}.
    </p>
  );
}

/** Every bath as it was planned and as it was. */
export function WhatItWas({ plan, state }: WasProps) {
  const steps = plannedAndActual(plan, state);
  return (
    <table className="mt-5 w-full max-w-2xl text-lg">
      <thead>
        <tr className="text-left text-sm text-night-quiet">
          <th className="font-normal">Bath</th>
          <th className="pl-4 text-right font-normal">planned</th>
          <th className="pl-4 text-right font-normal">was</th>
        </tr>
      </thead>
      <tbody>
        {steps.map((step, i) => (
          <tr key={step.bath + String(i)} className="border-t border-night-line">
            <th scope="row" className="py-1.5 text-left font-normal">
              {step.name}
              {step.got?.words && (
                <span className={`block text-base ${step.got.verdict === 'on-time' ? 'text-night-quiet' : 'font-semibold text-straw'}`}>
                  {step.got.words}
                </span>
              )}
              {step.own && <span className="block text-base text-night-quiet">{step.own.words}</span>}
            </th>
            <td className="figure pl-4 text-right text-night-quiet">{showDuration(step.plannedS)}</td>
            <td className="figure pl-4 text-right">
              {step.skipped ? 'skipped' : step.actualS === null ? 'not run' : showDuration(step.actualS)}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
