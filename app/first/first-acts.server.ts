import { data, redirect } from 'react-router';
import { isFirstStep, newFirstRoll, nextStep, withDone } from '../../core/beginner/first-roll.ts';
import { kitIdFor } from '../../core/kit/kit-id.ts';
import { nowMs } from '../server/database/clock.server.ts';
import { addRoll } from '../server/rolls.server.ts';
import { storedUnits } from '../server/settings.server.ts';
import { findKit, kitIdTaken, saveNewKit } from '../server/shelf/kits.server.ts';
import { findTank, saveTank } from '../server/shelf/tanks.server.ts';
import { readForm, textOf } from '../ui/forms/read-form.ts';
import { onceOf } from '../ui/forms/once.ts';
import { unitsTypedIn } from '../ui/forms/typed-in.ts';
import { readPostedLeaflet } from '../ui/leaflet/posted-leaflet.ts';
import { doneByFacts, factsSince } from './facts.server.ts';
import { changeFirstRoll } from './first-roll.server.ts';
import { firstFilmSchema, firstTankSchema } from './first-schemas.ts';

/** Does what a form of the first roll asks, and leads on. */
export function actOfFirstRoll(form: FormData) {
  switch (textOf(form, 'intent')) {
    case 'done':
      return goOn(textOf(form, 'step'));
    case 'choose-kit': {
      const kit = findKit(textOf(form, 'kit'));
      if (!kit) throw data('That kit is not on the shelf any more.', { status: 404 });
      changeFirstRoll((first) => ({ ...first, kitId: kit.id }));
      return goOn('kit');
    }
    case 'kit':
      return keepKit(form);
    case 'choose-tank': {
      const tank = findTank(textOf(form, 'tank'));
      if (!tank) throw data('That tank is not on the shelf any more.', { status: 404 });
      changeFirstRoll((first) => ({ ...first, tankId: tank.id }));
      return goOn('tank');
    }
    case 'tank':
      return keepTank(form);
    case 'loaded':
      changeFirstRoll((first) => ({ ...first, blind: Math.min(99, first.blind + 1) }));
      throw redirect('/first-roll?step=blind');
    case 'film':
      return keepFilm(form);
    case 'over':
      changeFirstRoll((first) => ({ ...withDone(first, 'after'), overAtMs: nowMs() }));
      throw redirect('/');
    case 'again':
      changeFirstRoll(({ kitId, tankId }) => ({ ...newFirstRoll(nowMs()), kitId, tankId }));
      throw redirect('/first-roll');
    default:
      throw data('Nothing was asked for.', { status: 422 });
  }
}

function goOn(step: string): never {
  if (!isFirstStep(step)) throw data('There is no such step.', { status: 422 });
  const first = changeFirstRoll((before) => withDone(before, step));
  throw redirect(`/first-roll?step=${nextStep({ ...first, done: doneByFacts(first, factsSince(first)) }, step)}`);
}

function keepKit(form: FormData) {
  form.set('process', 'C-41');
  const read = readPostedLeaflet(form, unitsTypedIn(form, storedUnits()), (name) => kitIdFor(name, kitIdTaken), null);
  if (!read.ok) return data({ step: 'kit' as const, leaflet: read.refused }, { status: 422 });
  const kitId = saveNewKit(read.kit, nowMs());
  changeFirstRoll((first) => ({ ...first, kitId }));
  return goOn('kit');
}

function keepTank(form: FormData) {
  const read = readForm(firstTankSchema(unitsTypedIn(form, storedUnits())), form);
  if (!read.ok) return { step: 'tank' as const, reply: read.reply };
  const id = onceOf(form);
  const untested = { heatJK: null, coolingPerMin: null, coolingInBathPerMin: null };
  const { name, method, volumeMl } = read.value;
  const material = method === 'rotary' ? ('rotary' as const) : ('plastic' as const);
  saveTank({ id, name, method, volumeMl, fillS: 8, drainS: 12, reelSets: 1, holds: { '135': 1 }, material, ...untested }, nowMs());
  changeFirstRoll((first) => ({ ...first, tankId: id }));
  return goOn('tank');
}

function keepFilm(form: FormData) {
  const read = readForm(firstFilmSchema, form);
  if (!read.ok) return { step: 'real' as const, reply: read.reply };
  const { film, speed } = read.value;
  addRoll(
    onceOf(form),
    {
      name: 'My first roll',
      film,
      process: 'C-41',
      format: '135-36',
      count: 1,
      boxSpeed: speed,
      exposedSpeed: speed,
      developSpeed: null,
      treatment: 'normal',
      keeper: false,
      expiredYear: null,
      place: '',
      note: '',
    },
    nowMs(),
  );
  throw redirect('/first-roll?step=real');
}
