import { onDemand } from '../../ui/on-demand.ts';

const pour = onDemand(() => import('./pour.tsx'));
const seldom = onDemand(() => import('./seldom.tsx'));
const byTheWay = onDemand(() => import('./by-the-way.tsx'));
const correction = onDemand(() => import('./correction.tsx'));
const aroundChecklist = onDemand(() => import('./around-checklist.tsx'));
const whatItWas = onDemand(() => import('../after/what-it-was.tsx'));
export const hands = onDemand(() => import('../screen/open-panel.tsx'));

/** What is read around what is pressed. */
export const PourWords = pour.part((module) => module.PourWords);
export const PourFacts = pour.part((module) => module.PourFacts);
export const ComingPour = pour.part((module) => module.ComingPour);
export const LessonHere = byTheWay.part((module) => module.LessonHere);
export const TipHere = byTheWay.part((module) => module.TipHere);
export const AboveChecklist = aroundChecklist.part((module) => module.AboveChecklist);
export const BelowChecklist = aroundChecklist.part((module) => module.BelowChecklist);
export const DoAgain = whatItWas.part((module) => module.DoAgain);
export const WhatItWas = whatItWas.part((module) => module.WhatItWas);

/** What does not go as planned, and the end. */
export const Correction = correction.part((module) => module.Correction);
export const Developed = seldom.part((module) => module.Developed);
export const KeepItDark = seldom.part((module) => module.KeepItDark);
export const Paused = seldom.part((module) => module.Paused);
export const HangUp = seldom.part((module) => module.HangUp);

export const ReadingEntry = hands.part((module) => module.ReadingEntry);

/** Fetches what the next minutes need, then what comes seldom. */
export async function fetchWhatIsNext(): Promise<void> {
  await Promise.allSettled([pour.fetch(), seldom.fetch(), byTheWay.fetch()]);
}

export async function fetchWhatIsSeldom(): Promise<void> {
  await Promise.allSettled([correction.fetch(), aroundChecklist.fetch(), whatItWas.fetch()]);
}
