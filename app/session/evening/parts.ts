import { lazy } from 'react';
import { onDemand } from '../../ui/on-demand.ts';

const water = onDemand(() => import('../bath/water-tonight.tsx'));
const clock = onDemand(() => import('./clock-card.tsx'));
const change = onDemand(() => import('../plan/run/change-run.tsx'));
const margins = onDemand(() => import('../draft/own-margins.tsx'));

/**
 * What is opened seldom is loaded when it is opened, or after the page, whichever is first. Nothing stands in its place
 * meanwhile: the page that was there waits for it.
 */
export const WaterTonight = water.part((module) => module.WaterTonight);
export const ClockCard = clock.part((module) => module.ClockCard);
export const ChangeRun = change.part((module) => module.ChangeRun);
export const OwnMarginsOf = margins.part((module) => module.OwnMarginsOf);

/** Larger, or of no use while the laptop is away. */
export const BathCard = lazy(async () => ({ default: (await import('../bath/bath-card.tsx')).BathCard }));
export const AnotherBatch = lazy(async () => ({ default: (await import('../plan/another-batch.tsx')).AnotherBatch }));
export const OpenedStep = lazy(async () => ({ default: (await import('../plan/run/opened-step.tsx')).OpenedStep }));
/** Only some runs had a last time. */
export const LastTimeLine = lazy(async () => ({ default: (await import('../plan/run/last-time-line.tsx')).LastTimeLine }));

/** Fetches what opens without the laptop too, so that it is there when the network is not. */
export async function fetchParts(): Promise<void> {
  await Promise.allSettled([water.fetch(), clock.fetch(), change.fetch(), margins.fetch()]);
}
