import { data, Link, useSearchParams } from 'react-router';
import { TREATMENT_ADVICE, treatmentRefusal, TREATMENTS, type Treatment } from '../../../core/film/treatment.ts';
import { asTheKit } from '../../../core/schedule/way/as-the-kit.ts';
import { planRun } from '../../../core/schedule/plan.ts';
import { showDuration, showMinutes } from '../../../core/units/duration.ts';
import { questionOfWay } from '../../run/evening/steps-of-way.server.ts';
import { draftOfSession, openSessionId } from '../../server/runs/runs.server.ts';
import { findFilmKit } from '../../server/shelf/kits.server.ts';
import { Card } from '../../ui/card.tsx';
import { postedForm } from '../../ui/forms/posted-form.ts';
import { Notice } from '../../ui/notice.tsx';
import { PageHead } from '../../ui/page-head.tsx';
import { Strip } from '../../ui/strip/strip.tsx';
import { readDraftDocument } from '../draft/draft.ts';
import { changeOnPaper } from '../draft/paper-action.server.ts';
import { refusalOf } from '../draft/posted-change.server.ts';
import { readDraft } from '../draft/tonight.server.ts';
import { changeUnderWay } from '../under-way/coming-action.server.ts';
import type { Route } from './+types/kits-way.ts';
import { LeftOut, Owned } from './owned.tsx';
import type { WayShown } from './way-shown.ts';
import { YourWay } from './your-way.tsx';

export const meta: Route.MetaFunction = ({ loaderData: loaded }) => [{ title: `${loaded?.name ?? 'A kit'}, your way · Steady Reel` }];

export function loader({ params, request }: Route.LoaderArgs) {
  const kit = findFilmKit(params.kitId)?.kit;
  if (!kit) throw data('There is no such kit on the shelf.', { status: 404 });
  const hasBleach = kit.baths.some(({ kind }) => kind === 'bleach' || kind === 'bleach-fix');
  const treatments = TREATMENTS.filter((treatment) => treatmentRefusal(treatment, kit.process, hasBleach) === null);
  const asked = new URL(request.url).searchParams.get('treatment');
  const treatment = treatments.find((each) => each === asked) ?? 'normal';
  const sessionId = openSessionId();
  const { ways } = sessionId === null ? readDraft() : readDraftDocument(draftOfSession(sessionId));
  const question = questionOfWay(kit, treatment, ways[kit.id]?.[treatment] ?? []);
  const plan = planRun(question);
  const { steps, warnings, advice, totalS } = plan.ok ? plan.value : { steps: [], warnings: [], advice: [], totalS: 0 };
  const shown: WayShown = {
    kitId: kit.id,
    treatment,
    steps,
    warnings,
    asTheKit: asTheKit(question),
    way: question.way ?? [],
    evening: 'none',
  };
  return {
    name: kit.name,
    treatments,
    shown,
    singles: question.singles ?? [],
    totalS,
    fault: plan.ok ? null : (plan.errors[0]?.message ?? 'This kit cannot be planned.'),
    lost: advice.flatMap(({ message }) => (message.startsWith('Your way names') ? [message] : [])),
  };
}

/** Only ways are changed here; what an evening is made of is changed where it is planned. */
export async function action({ request }: Route.ActionArgs) {
  const form = await postedForm(request);
  const intent = form.get('intent');
  if (typeof intent !== 'string' || !(intent === 'undo' || intent === 'way' || intent.startsWith('way-')))
    return data(refusalOf('That was not understood. Nothing was changed.'), { status: 422 });
  const sessionId = openSessionId();
  return sessionId === null ? changeOnPaper(form) : changeUnderWay(sessionId, form);
}

/** How a kit is gone through, on the drawing of its run: whatever evening it is poured on (domain.md 9.1). */
export default function KitsWay({ loaderData, actionData }: Route.ComponentProps) {
  const { name, shown, singles, totalS, fault, lost } = loaderData;
  const [search] = useSearchParams();
  const refusal = actionData?.field === undefined ? null : actionData;
  const asked = search.get('step');
  const chosen = shown.steps.findIndex(({ id }) => id === asked);
  const step = shown.steps[chosen];
  return (
    <>
      <PageHead
        title={`${name}, your way`}
        action={
          <Link className="underline" to={`/shelf/kits/${shown.kitId}`}>
            Back to the kit
          </Link>
        }
      >
        Press a block and say how you do it. Every run of this kit then goes so; tonight alone is said on Session.
      </PageHead>
      <Treatments {...{ treatments: loaderData.treatments, chosen: shown.treatment }} />
      <Card aria-label="The run, step by step">
        {fault !== null && <Notice>{fault}</Notice>}
        {refusal?.field === null && (
          <div role="alert">
            <Notice>{refusal.message}</Notice>
          </div>
        )}
        {shown.steps.length > 0 && (
          <>
            <p className="figure mb-2 text-right text-quiet">{showMinutes(totalS)}</p>
            <Strip
              steps={shown.steps.map(({ id, kind, name: label, seconds }) => ({ id, kind, name: label, seconds }))}
              chosen={chosen === -1 ? null : chosen}
              wrap={(i, className, style, children) => (
                <Link
                  preventScrollReset
                  className={className}
                  style={style}
                  to={`?treatment=${shown.treatment}&step=${encodeURIComponent(shown.steps[i]?.id ?? '')}`}
                  title={`${shown.steps[i]?.name} ${showDuration(shown.steps[i]?.seconds ?? 0)}: your way with it`}
                >
                  {children}
                </Link>
              )}
            />
          </>
        )}
        <LeftOut shown={shown} />
        {step ? <YourWay {...{ shown, step, refusal, singles }} /> : <Owned shown={shown} />}
        {lost.map((message) => (
          <Notice key={message} tone="plain">
            {message}
          </Notice>
        ))}
      </Card>
    </>
  );
}

function Treatments({ treatments, chosen }: { readonly treatments: readonly Treatment[]; readonly chosen: Treatment }) {
  if (treatments.length < 2) return null;
  return (
    <nav aria-label="Treatment" className="mb-3 flex flex-wrap gap-1.5">
      {treatments.map((treatment) => (
        <Link
          key={treatment}
          to={`?treatment=${treatment}`}
          aria-current={treatment === chosen ? 'page' : undefined}
          className={`flex min-h-11 items-center rounded-card border px-3 no-underline ${treatment === chosen ? 'border-petrol bg-mist font-semibold text-ink' : 'border-line text-quiet'}`}
        >
          {TREATMENT_ADVICE[treatment].name}
        </Link>
      ))}
    </nav>
  );
}
