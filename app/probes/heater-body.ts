import { boolean, number, object, type InferType } from 'yup';
import type { Answer } from '../../core/answer.ts';
import { checkedAgainst } from '../../core/faults-in-words.ts';

/** A bath that nobody is scalded by, and no bottle bursts in (domain.md 13). */
export const LOWEST_SET_C = 10;
export const HIGHEST_SET_C = 50;

const schema = object({
  setC: number().min(LOWEST_SET_C).max(HIGHEST_SET_C),
  runsAtC: number().min(-5).max(80),
  heats: boolean(),
})
  .exact()
  .required();

export type HeaterBody = InferType<typeof schema>;

export function heaterBody(body: unknown): Answer<HeaterBody> {
  return checkedAgainst(schema, body);
}
