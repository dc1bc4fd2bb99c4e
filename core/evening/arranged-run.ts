import { array, object, string } from 'yup';
import type { ArrangedRun } from './evening.ts';

const id = () => string().min(1).max(64).required();
const shape = array(object({ tankId: id(), batchId: id(), rollIds: array(id()).required() }).required())
  .max(100)
  .required();

/** Whether something that was stored or posted is an arrangement of runs. */
export function isArrangement(value: unknown): value is readonly ArrangedRun[] {
  return shape.isValidSync(value);
}
