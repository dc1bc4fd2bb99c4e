import type { Process } from '../../../core/film/process.ts';
import { proposalFrom, type Proposal, type ResultOfFilm } from '../../../core/inspection/proposal.ts';
import { isMainDeveloper } from '../../../core/kit/kind.ts';
import { shownInstant } from '../../server/database/clock.server.ts';
import { lookedAtRunsOf } from '../../server/runs/last-run.server.ts';
import { looksOfRun } from '../../server/runs/looks.server.ts';
import { rollsOfRun } from '../../server/rolls.server.ts';
import { findRun, type Run } from '../../server/runs/runs.server.ts';
import { storedSetting, writeSetting } from '../../server/settings.server.ts';
import { factsAbout, judgementOf } from '../acts/run-record.server.ts';

/** A proposal as it is shown: with the days that speak for it. */
export type ShownProposal = Proposal & {
  readonly film: string;
  readonly process: Process;
  readonly says: readonly { readonly runId: string; readonly on: string }[];
};

const PUT_AWAY = 'proposals-put-away';

/** What a proposal is put away by: whatever else speaks for it later, the answer was no. */
const keyOf = (film: string, process: string, kind: Proposal['kind']) => `${kind} ${process} ${film}`;

function putAway(): readonly string[] {
  const stored = storedSetting(PUT_AWAY) as { readonly keys?: unknown } | null;
  return Array.isArray(stored?.keys) ? stored.keys.filter((key): key is string => typeof key === 'string') : [];
}

export function putProposalAway(film: string, process: string, kind: Proposal['kind']): void {
  const keys = putAway();
  const key = keyOf(film, process, kind);
  if (!keys.includes(key)) writeSetting(PUT_AWAY, { keys: [...keys, key] });
}

/** What the results of a film point to, where somebody looked at two of them or more (domain.md 20). */
export function proposalOf(film: string, process: Process): ShownProposal | null {
  if (film.trim() === '') return null;
  const runs = lookedAtRunsOf(film, process).flatMap((id) => findRun(id) ?? []);
  if (runs.length < 2) return null;
  const proposal = proposalFrom(runs.flatMap((run) => resultOf(run, film) ?? []));
  if (!proposal || putAway().includes(keyOf(film, process, proposal.kind))) return null;
  const says = proposal.witnesses.flatMap((id) => {
    const run = runs.find((each) => each.id === id);
    return run ? [{ runId: id, on: shownInstant(run.endedAtMs ?? 0, 'd MMM yyyy') }] : [];
  });
  return { ...proposal, film, process, says };
}

/** A run by the latest look at a roll of the film in it; null where that says nothing. */
function resultOf(run: Run, film: string): ResultOfFilm | null {
  const rolls = rollsOfRun(run.id).filter((roll) => roll.film === film);
  const look = looksOfRun(run.id).find(({ rollId }) => rollId === null || rolls.some(({ id }) => id === rollId));
  const roll = rolls.find(({ id }) => id === look?.rollId) ?? rolls[0];
  const developer = run.plan.steps.find(({ kind }) => isMainDeveloper(kind));
  if (!look || !roll || !developer) return null;
  const { verdict, causes } = judgementOf(run, look);
  if (verdict === 'unclear') return null;
  return {
    run: run.id,
    cause: causes[0]?.id ?? null,
    edge: look.seen.edge,
    doseShare: factsAbout(run, look.rollId).doseShare,
    byRuleOfThumb: developer.byRuleOfThumb === true,
    exposedSpeed: roll.exposedSpeed,
    nominalS: developer.nominalS,
    push: developer.push,
  };
}
