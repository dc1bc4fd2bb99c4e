import { answered, refused, type Answer } from '../core/answer.ts';
import type { Said } from '../core/inspection/evidence.ts';
import type { Inspection, RunFacts } from '../core/inspection/inspection.ts';
import { judge as judgement } from '../core/inspection/judge.ts';
import { controlChart, type ChartPoint } from '../core/inspection/strips/control-chart.ts';
import { stripDensities, type Encoding, type PerChannel } from '../core/inspection/strips/density.ts';
import type { Rectangles } from '../core/inspection/strips/strip-measure.ts';
import { answerOfStrips, type MeasuredStrip } from '../core/inspection/strips/strips-answer.ts';
import { openScan, patchesOf } from '../scan/read-scan.ts';
import { readRequest, round } from './request.ts';
import { answerRequest, chartRequest, densityRequest, judgeRequest } from './requests.ts';

interface DensityRequest extends Rectangles {
  readonly file: string;
  readonly encoding?: Encoding;
}

/** Measures a scan of a strip's end (domain.md 17). Reads 8 and 16 bits; a 16-bit scan is not rounded to 8 on the way. */
export async function density(request: unknown): Promise<Answer<unknown>> {
  const { faults, value } = readRequest<DensityRequest>(densityRequest, request);
  if (faults.length > 0) return refused(...faults);
  const scan = await openScan(value.file);
  if (!scan.ok) return scan;
  const patches = await patchesOf(scan.value, value);
  if (!patches.ok) return patches;
  const measured = stripDensities(patches.value, value.encoding ?? 'srgb');
  if (!measured.ok) return measured;
  const { base, leader, range, redGreen, blueGreen } = measured.value;
  const rounded = ({ r, g, b }: PerChannel): PerChannel => ({ r: round(r, 3), g: round(g, 3), b: round(b, 3) });
  return answered({
    base: rounded(base),
    leader: rounded(leader),
    range: rounded(range),
    redGreen: round(redGreen, 3),
    blueGreen: round(blueGreen, 3),
  });
}

interface ChartRequest {
  readonly points: readonly { readonly value: number; readonly good?: boolean }[];
}

export function chart(request: unknown): Answer<unknown> {
  const { faults, value } = readRequest<ChartRequest>(chartRequest, request);
  if (faults.length > 0) return refused(...faults);
  const points: readonly ChartPoint[] = value.points.map((point) => ({ value: point.value, good: point.good === true }));
  return answered(controlChart(points));
}

interface JudgeRequest {
  readonly inspection: Inspection;
  readonly run?: RunFacts;
}

const inWords = (said: readonly Said[]) => said.map(({ message }) => message);

export function judge(request: unknown): Answer<unknown> {
  const { faults, value } = readRequest<JudgeRequest>(judgeRequest, request);
  if (faults.length > 0) return refused(...faults);
  const { verdict, causes } = judgement(value.inspection, value.run ?? {});
  return answered({
    verdict,
    causes: causes.map(({ id, for: pro, against, now, nextTime }) => ({ id, for: inWords(pro), against: inWords(against), now, nextTime })),
  });
}

interface AnswerRequest {
  readonly strips: readonly MeasuredStrip[];
  readonly range: number;
  readonly dose?: number;
  readonly seconds: number;
}

/** How much longer to develop, by the person's own strips (domain.md 20). */
export function answer(request: unknown): Answer<unknown> {
  const { faults, value } = readRequest<AnswerRequest>(answerRequest, request);
  if (faults.length > 0) return refused(...faults);
  const { strips, range, dose = 1, seconds } = value;
  return answered(answerOfStrips(strips, { range, dose, seconds }));
}
