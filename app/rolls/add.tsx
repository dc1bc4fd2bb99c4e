import { nanoid } from 'nanoid';
import { redirect, useSearchParams } from 'react-router';
import { nowMs } from '../server/database/clock.server.ts';
import { inTransaction } from '../server/database/database.server.ts';
import { addRoll, findRoll, knownFilms } from '../server/rolls.server.ts';
import { Button, LinkButton } from '../ui/button.tsx';
import { INPUT_SHAPE } from '../ui/forms/input-shape.ts';
import { readForm } from '../ui/forms/read-form.ts';
import { onceOf } from '../ui/forms/once.ts';
import { postedForm } from '../ui/forms/posted-form.ts';
import { PageHead } from '../ui/page-head.tsx';
import type { Route } from './+types/add.ts';
import { RollForm } from './roll-form.tsx';
import { rollFields, rollSchema } from './roll-schema.ts';
import { fieldsOfFormat } from './other-format.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Add a roll · Steady Reel' }];

export function loader({ request }: Route.LoaderArgs) {
  const like = findRoll(new URL(request.url).searchParams.get('like') ?? '');
  const films = knownFilms();
  const usual = films[0];
  return {
    once: nanoid(),
    films,
    defaults: like
      ? {
          ...like,
          ...fieldsOfFormat(like.format),
          name: nextName(like.name),
          expiredYear: like.expiredYear ?? undefined,
          keeper: like.keeper ? 'on' : undefined,
        }
      : {
          process: usual?.process ?? 'C-41',
          format: '135-36',
          count: 1,
          boxSpeed: usual?.boxSpeed,
          film: usual?.film,
          treatment: 'normal',
        },
  };
}

/** `Ferry firing 1` is followed by `Ferry firing 2`. */
function nextName(name: string): string {
  return /\d+$/.test(name) ? name.replace(/\d+$/, (n) => String(Number(n) + 1)) : `${name} 2`;
}

export async function action({ request }: Route.ActionArgs) {
  const formData = await postedForm(request);
  const read = readForm(rollSchema, formData);
  if (!read.ok) return read.reply;
  const alike = Math.min(24, Math.max(1, Math.floor(Number(formData.get('alike'))) || 1));
  const once = onceOf(formData);
  let id = once;
  let { name } = read.value;
  inTransaction(() => {
    for (let i = 0; i < alike; i++) {
      // Posted twice, the same page adds the same rolls and no others.
      if (i > 0) [id, name] = [`${once}-${i}`, nextName(name)];
      addRoll(id, { ...rollFields(read.value), name }, nowMs() + i);
    }
  });
  const into = formData.get('into') === 'evening';
  const added = Array.from({ length: alike }, (_, i) => (i === 0 ? once : `${once}-${i}`));
  throw redirect(
    formData.get('then') === 'another'
      ? `/rolls/new?like=${id}&added=${encodeURIComponent(alike > 1 ? `${read.value.name} to ${name}` : name)}${into ? '&into=evening' : ''}`
      : into
        ? `/?late=${added.join()}`
        : '/rolls',
  );
}

export default function AddRoll({ loaderData, actionData }: Route.ComponentProps) {
  const [search] = useSearchParams();
  const added = search.get('added');
  const into = search.get('into') === 'evening';
  return (
    <>
      <PageHead title="Add a roll">
        {added
          ? `Added: ${added}. The next one like it:`
          : into
            ? 'One film, or one set of sheets, for this evening.'
            : 'One film, or one set of sheets.'}
      </PageHead>
      <RollForm
        key={search.get('like') ?? 'new'}
        // After “one more like it” the hands are at the name again, not at nothing.
        focusName={search.has('like')}
        lastResult={actionData}
        defaults={loaderData.defaults}
        films={loaderData.films}
      >
        <input type="hidden" name="once" value={loaderData.once} />
        {into && <input type="hidden" name="into" value="evening" />}
        <label className="flex items-center gap-2">
          <span className="font-semibold">How many alike</span>
          <input name="alike" inputMode="numeric" defaultValue="1" className={`${INPUT_SHAPE} w-16 text-right`} />
        </label>
        <Button filled name="then" value="list">
          {into ? 'Add it to this evening' : 'Add it'}
        </Button>
        <Button name="then" value="another">
          Add it and one more like it
        </Button>
        <LinkButton to={into ? '/' : '/rolls'}>{into ? 'Back to the evening' : 'Back to the rolls'}</LinkButton>
      </RollForm>
    </>
  );
}
