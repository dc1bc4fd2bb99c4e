import { lazy } from 'react';

const margin = () => import('../entries/margin-entry.tsx');
const incident = () => import('../entries/incident-entry.tsx');
const more = () => import('./more-acts.tsx');

/**
 * Panels that are opened by a press and read before they are used: the Bench shows and answers before they are here.
 * Those that are typed into at once (a reading, a note, a start) are not among them: no digit may be lost to a fetch.
 */
export const MarginEntry = lazy(() => margin().then((module) => ({ default: module.MarginEntry })));
export const IncidentEntry = lazy(() => incident().then((module) => ({ default: module.IncidentEntry })));
export const MoreActs = lazy(() => more().then((module) => ({ default: module.MoreActs })));
export const SoundPanel = lazy(() => more().then((module) => ({ default: module.SoundPanel })));
export const KeysPanel = lazy(() => more().then((module) => ({ default: module.KeysPanel })));

/** Fetches them all, so that they are there when the network is not. */
export async function fetchPanels(): Promise<void> {
  await Promise.allSettled([margin(), more(), incident()]);
}
