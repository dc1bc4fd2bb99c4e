import { lazy } from 'react';

const reading = () => import('./reading-entry.tsx');
const start = () => import('./start-entry.tsx');
const margin = () => import('./margin-entry.tsx');
const more = () => import('./more-acts.tsx');

/** Panels that are opened by a press: the Bench shows and answers before they are here, and has them soon after. */
export const ReadingEntry = lazy(() => reading().then((module) => ({ default: module.ReadingEntry })));
export const NoteEntry = lazy(() => reading().then((module) => ({ default: module.NoteEntry })));
export const StartEntry = lazy(() => start().then((module) => ({ default: module.StartEntry })));
export const MarginEntry = lazy(() => margin().then((module) => ({ default: module.MarginEntry })));
export const MoreActs = lazy(() => more().then((module) => ({ default: module.MoreActs })));
export const SoundPanel = lazy(() => more().then((module) => ({ default: module.SoundPanel })));
export const KeysPanel = lazy(() => more().then((module) => ({ default: module.KeysPanel })));

/** Fetches them all, so that they are there when the network is not. */
export async function fetchPanels(): Promise<void> {
  await Promise.allSettled([reading(), start(), margin(), more()]);
}
