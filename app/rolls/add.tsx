import { nanoid } from 'nanoid';
import { redirect, useSearchParams } from 'react-router';
import { nowMs } from '../server/clock.server.ts';
import { addRoll, findRoll, knownFilms } from '../server/rolls.server.ts';
import { readForm } from '../ui/form.ts';
import { Button, LinkButton, PageHead } from '../ui/parts.tsx';
import type { Route } from './+types/add.ts';
import { RollForm } from './roll-form.tsx';
import { rollFields, rollSchema } from './roll-schema.ts';

export const meta: Route.MetaFunction = () => [{ title: 'Add a roll · Steady Reel' }];

export function loader({ request }: Route.LoaderArgs) {
  const like = findRoll(new URL(request.url).searchParams.get('like') ?? '');
  const films = knownFilms();
  const usual = films[0];
  return {
    films,
    defaults: like
      ? { ...like, name: nextName(like.name), expiredYear: like.expiredYear ?? undefined, keeper: like.keeper ? 'on' : undefined }
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
  const formData = await request.formData();
  const read = readForm(rollSchema, formData);
  if (!read.ok) return read.reply;
  const id = nanoid();
  addRoll(id, rollFields(read.value), nowMs());
  throw redirect(formData.get('then') === 'another' ? `/rolls/new?like=${id}&added=${encodeURIComponent(read.value.name)}` : '/rolls');
}

export default function AddRoll({ loaderData, actionData }: Route.ComponentProps) {
  const [search] = useSearchParams();
  const added = search.get('added');
  return (
    <>
      <PageHead title="Add a roll">{added ? `${added} was added. The next one like it:` : 'One film, or one set of sheets.'}</PageHead>
      <RollForm key={search.get('like') ?? 'new'} lastResult={actionData} defaults={loaderData.defaults} films={loaderData.films}>
        <Button filled name="then" value="list">
          Add it
        </Button>
        <Button name="then" value="another">
          Add it and one more like it
        </Button>
        <LinkButton to="/rolls">Back to the rolls</LinkButton>
      </RollForm>
    </>
  );
}
