import { onDemand } from '../../ui/on-demand.ts';
import { fetchWhatIsNext, fetchWhatIsSeldom, hands } from '../now/parts.ts';

const readiness = onDemand(() => import('../now/readiness.tsx'));
const underWay = onDemand(() => import('../now/under-way.tsx'));
const ended = onDemand(() => import('../after/ended.tsx'));
const beside = onDemand(() => import('./beside.tsx'));
const probes = onDemand(() => import('../now/probe-signs.tsx'));
const bottles = onDemand(() => import('../now/bottles-waiting.tsx'));

/**
 * What stands in the middle, by how far the run is: a screen is shown one of them, and its file comes with the page
 * (`files-of-parts.server.ts`). Nothing stands in its place where the next is not here yet: the one before waits for it.
 */
export const Readiness = readiness.part((module) => module.Readiness);
export const UnderWay = underWay.part((module) => module.UnderWay);
export const Ended = ended.part((module) => module.Ended);

/** What stands at the sides is looked at, and comes after what is pressed. */
export const TheRun = beside.part((module) => module.TheRun);
export const SidePanel = beside.part((module) => module.SidePanel);

/** What only some runs have. */
export const ProbeSigns = probes.part((module) => module.ProbeSigns);
export const BottlesWaiting = bottles.part((module) => module.BottlesWaiting);
export const BottlesSpoilt = bottles.part((module) => module.BottlesSpoilt);

/** Keys, and what is typed into at once: they come together, so that no digit is lost to a fetch. */
export const BenchKeys = hands.part((module) => module.BenchKeys);
export const OpenPanel = hands.part((module) => module.OpenPanel);

/** Fetches them all, what comes next first, so that they are there when the network is not. */
export async function fetchParts(): Promise<void> {
  await Promise.allSettled([hands.fetch(), underWay.fetch(), fetchWhatIsNext(), beside.fetch()]);
  const { fetchPanels } = await hands.fetch();
  await Promise.allSettled([fetchPanels(), fetchWhatIsSeldom(), bottles.fetch(), ended.fetch(), readiness.fetch(), probes.fetch()]);
}
