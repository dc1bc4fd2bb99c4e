import { isValid, parseISO } from 'date-fns';
import { object, string } from 'yup';
import { typedName } from '../../ui/forms/typed.ts';

const DAY = 'Give the day, such as 2026-11-28.';
const TIME = 'A clock time such as 19:30.';

/** An evening kept for a day to come, as its form has it. */
export const keepSchema = object({
  name: typedName().max(80).required('Give the evening a name, such as “Harbour rolls”.'),
  onDay: string()
    .matches(/^\d{4}-\d\d-\d\d$/, DAY)
    .test('day', DAY, (day) => day === undefined || isValid(parseISO(day)))
    .required(DAY),
  firstPour: string()
    .matches(/^([01]\d|2[0-3]):[0-5]\d$/, TIME)
    .required(TIME),
});
