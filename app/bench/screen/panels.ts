import { onDemand } from '../../ui/on-demand.ts';

const margin = onDemand(() => import('../entries/margin-entry.tsx'));
const incident = onDemand(() => import('../entries/incident-entry.tsx'));
const more = onDemand(() => import('./more-acts.tsx'));

/** Panels that are read before they are used. */
export const MarginEntry = margin.part((module) => module.MarginEntry);
export const IncidentEntry = incident.part((module) => module.IncidentEntry);
export const MoreActs = more.part((module) => module.MoreActs);
export const SoundPanel = more.part((module) => module.SoundPanel);
export const KeysPanel = more.part((module) => module.KeysPanel);

/** Fetches them all, so that they are there when the network is not. */
export async function fetchPanels(): Promise<void> {
  await Promise.allSettled([margin.fetch(), more.fetch(), incident.fetch()]);
}
