import { clockTime } from '../../../core/evening/wanted-time.ts';
import type { Forecast, ForecastQuestion } from '../../../core/probe/forecast.ts';
import { heard } from '../../../core/probe/heard.ts';
import { ofThisBath } from '../../../core/probe/of-this-bath.ts';
import { nowMs } from '../../server/database/clock.server.ts';
import { listHeaters } from '../../server/heaters.server.ts';
import { listProbes, probeReadings } from '../../server/probes.server.ts';
import { openSessionId } from '../../server/runs/runs.server.ts';
import { personsZone } from '../../server/settings.server.ts';
import { inThread } from '../../server/thread/in-thread.server.ts';
import { tonight } from '../draft/tonight.server.ts';
import { eveningPlan } from '../evening/evening-plan.server.ts';
import { comingOf } from '../under-way/coming.server.ts';
import { bathOnce } from './bath-once.ts';

/** Water that warmed longer ago than this was another bath. */
const LOOKS_BACK_MS = 4 * 3600 * 1000;
const HEATER_LOST_MS = 10_000;

/** What the probe in the tub and the heater there say of tonight's bath; nothing where there is neither (domain.md 18). */
export interface BathByProbe {
  readonly probe: {
    readonly name: string;
    readonly c: number;
    readonly lost: boolean;
    /** When the bottles are ready by what it saw; null until it has seen enough, and where they never are. */
    readonly ready: { readonly at: string; readonly isNow: boolean } | null;
    readonly plusMinusS: number;
    /** Whether there is a run whose bottles it warms. */
    readonly planned: boolean;
    /** What the heater turned out to be against what is set here; null where there is none. */
    readonly heater: number | null;
  } | null;
  readonly heaters: readonly {
    readonly name: string;
    readonly setC: number | null;
    readonly heard: boolean;
    readonly heats: boolean | null;
  }[];
  readonly setC: number | null;
}

export async function loader() {
  return Response.json(await bathByProbe(), { headers: { 'Cache-Control': 'no-store' } });
}

async function bathByProbe(): Promise<BathByProbe> {
  const now = nowMs();
  const sessionId = openSessionId();
  const question = eveningPlan(sessionId === null ? tonight() : comingOf(sessionId), now).bathQuestion;
  const bath = question ? bathOnce(question) : null;
  const heaters = listHeaters().map(({ name, setC, heats, toldAtMs }) => ({
    name,
    setC,
    heats,
    heard: toldAtMs !== null && now - toldAtMs <= HEATER_LOST_MS,
  }));
  const probe = listProbes().find(({ reads }) => reads === 'tub');
  const all = probe ? probeReadings(probe.name, now - LOOKS_BACK_MS, now + 5000) : [];
  const says = heard(all, now);
  const readings = ofThisBath(all);
  if (!probe || says.kind === 'never') return { probe: null, heaters, setC: bath?.setC ?? null };
  const firstMs = readings[0]?.atMs ?? now;
  const forecast =
    question && bath
      ? await forecastOnce({
          tub: { ...question.tub, setC: bath.setC, ambientC: question.tub.roomC },
          bottles: bath.bottles,
          seen: readings.map(({ atMs, c }) => ({ atS: (atMs - firstMs) / 1000, c })),
          horizonS: question.horizonS + (now - firstMs) / 1000,
        })
      : null;
  const readyMs = typeof forecast?.readyS === 'number' ? firstMs + forecast.readyS * 1000 : null;
  return {
    probe: {
      name: probe.name,
      c: says.c,
      lost: says.kind === 'lost',
      ready: readyMs === null ? null : { at: clockTime(readyMs, personsZone()), isNow: readyMs <= now },
      plusMinusS: forecast?.plusMinusS ?? 0,
      planned: question !== null,
      heater: forecast && question && question.tub.heaterW > 0 ? forecast.heater : null,
    },
    heaters,
    setC: bath?.setC ?? null,
  };
}

let last: { readonly asked: string; readonly forecast: Promise<Forecast | null> } | null = null;

/** What the probe makes of the bath, worked out once for what it saw: two screens that look, or one that looks again, ask the same. */
function forecastOnce(question: ForecastQuestion): Promise<Forecast | null> {
  const { horizonS: _, ...of } = question;
  const asked = JSON.stringify(of);
  if (last?.asked !== asked) {
    last = { asked, forecast: inThread('bath-forecast', question) };
    last.forecast.catch(() => (last = null));
  }
  return last.forecast;
}
