/**
 * A probe, and a heater, that are not there (domain.md 18): `npm run probe -- --scene cold-kitchen`. It sends over HTTP
 * as any other does, from a kitchen of the same physics as the plan's, with lag, noise and silences.
 */
import { parseArgs } from 'node:util';
import { isStandInScene, secondLater, standInAtFirst, STAND_IN_SCENES } from '../core/practice/stand-in.ts';

const HELP = `A probe that is made up.

  npm run probe -- --scene cold-kitchen

  --scene    ${STAND_IN_SCENES.join(', ')}            (calm)
  --in       tub, or tank: filled at 38 °C as it begins      (tub)
  --url      where Steady Reel runs                          (http://127.0.0.1:4173, the demo; npm start is at 3000)
  --name     the probe's name                                (sim-tub or sim-tank)
  --token    its token; without one it is added here, which only this machine may
  --speed    how many of its seconds pass in one, up to 60   (1)
  --seed     the dice                                        (1)
  --seconds  ends after so many of yours                     (goes on until Ctrl+C)

In the tub there is a heater beside it, NAME-heater: what it should hold is set on the page Probes or on Session.
`;

const SET_C = 38;

class Told extends Error {}

function settings() {
  const { values } = parseArgs({
    options: {
      scene: { type: 'string', default: 'calm' },
      in: { type: 'string', default: 'tub' },
      url: { type: 'string', default: 'http://127.0.0.1:4173' },
      name: { type: 'string' },
      token: { type: 'string' },
      speed: { type: 'string', default: '1' },
      seed: { type: 'string', default: '1' },
      seconds: { type: 'string' },
      help: { type: 'boolean', default: false },
    },
  });
  const { scene, in: into } = values;
  if (!isStandInScene(scene)) throw new Told(`--scene: one of ${STAND_IN_SCENES.join(', ')}.`);
  if (into !== 'tub' && into !== 'tank') throw new Told('--in: tub or tank.');
  const figure = (name: 'speed' | 'seed' | 'seconds', low: number, high: number) => {
    const value = Number(values[name] ?? high);
    if (!Number.isInteger(value) || value < low || value > high) throw new Told(`--${name}: a whole number from ${low} to ${high}.`);
    return value;
  };
  return {
    help: values.help,
    scene,
    into,
    url: values.url.replace(/\/+$/, ''),
    name: values.name ?? `sim-${into}`,
    token: values.token ?? null,
    speed: figure('speed', 1, 60),
    seed: figure('seed', 0, 1e9),
    seconds: figure('seconds', 1, 1e9),
  } as const;
}

type Settings = ReturnType<typeof settings>;

const TRIES = 5;

/** Asks a few times, a second apart: a laptop that is just starting, or stood still for a while, drops a connection. */
async function reached<T>({ url }: Settings, ask: () => Promise<T>): Promise<T> {
  for (let times = 1; ; times++) {
    try {
      return await ask();
    } catch (error) {
      if (error instanceof Told) throw error;
      if (times === TRIES) throw new Told(`No Steady Reel answers at ${url}. Is it running there? --url says where else.`);
      await new Promise((resolve) => setTimeout(resolve, 1000));
    }
  }
}

/** Adds a probe or heater as the page does. It is put away first where it is there: its old token is nobody's any more. */
async function add({ url }: Settings, what: 'probe' | 'heater', name: string): Promise<string> {
  const post = async (path: string, fields: Record<string, string>) =>
    fetch(url + path, {
      method: 'POST',
      headers: { Origin: url },
      body: new URLSearchParams(fields),
      redirect: 'manual',
    });
  await post('/probes', { intent: `away-${what}`, name });
  const answer = await post('/probes.json', { what, name });
  const { token } = (answer.ok ? await answer.json() : {}) as { token?: string };
  if (!token) throw new Told(`${name} could not be added (${answer.status}). Add it on the page Probes, and give its --token.`);
  return token;
}

async function send(url: string, method: string, token: string, body: object): Promise<unknown> {
  const headers = { Authorization: `Bearer ${token}`, 'Content-Type': 'application/json' };
  const answer = await fetch(url, { method, headers, body: JSON.stringify(body), signal: AbortSignal.timeout(5000) });
  const said = (await answer.json().catch(() => null)) as { message?: string } | null;
  if (answer.status === 401) throw new Told(said?.message ?? 'The token is not known.');
  if (!answer.ok) throw new Error(said?.message ?? `answered ${answer.status}`);
  return said;
}

async function run(): Promise<void> {
  const set = settings();
  if (set.help) return void process.stdout.write(HELP);
  const { url, name, into, speed, seed } = set;
  const token = set.token ?? (await reached(set, async () => add(set, 'probe', name)));
  const heater = into === 'tub' && set.token === null ? await reached(set, async () => add(set, 'heater', `${name}-heater`)) : null;
  console.log(
    `${name} sends to ${url}/probes from the ${into} of a ${set.scene.replace('-', ' ')}. Say there what it is in. Ctrl+C ends it.`,
  );
  let now = standInAtFirst(set.scene, into);
  let setC = SET_C;
  let waiting: { at: string; c: number }[] = [];
  for (let second = 0; second < set.seconds; second++) {
    await new Promise((resolve) => setTimeout(resolve, 1000));
    let c: number | null = null;
    for (let i = 0; i < speed; i++) ({ next: now, c } = secondLater(now, into, setC, seed));
    if (c !== null) waiting.push({ at: new Date().toISOString(), c });
    try {
      const sent = waiting.slice(0, 600);
      await send(`${url}/probes/${name}/readings`, 'POST', token, { readings: sent });
      waiting = waiting.slice(sent.length);
      if (heater !== null) {
        const report = { runsAtC: setC, heats: now.kitchen.heaterOn };
        const told = (await send(`${url}/heaters/${name}-heater`, 'PUT', heater, report)) as { setC: number | null };
        setC = told.setC ?? setC;
      }
    } catch (error) {
      if (error instanceof Told) throw error;
      console.log(`Not heard (${error instanceof Error ? error.message : String(error)}); ${waiting.length} readings wait.`);
    }
  }
}

run().catch((error: unknown) => {
  console.error(error instanceof Error ? error.message : error);
  process.exitCode = 1;
});
