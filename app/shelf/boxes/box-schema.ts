import { isValid, parseISO } from 'date-fns';
import { object, string } from 'yup';
import { typedNumber, typedText } from '../../ui/forms/typed.ts';
import { typedDay } from '../bottles/entry-schemas.ts';

const PRICE = 'A price is a number such as 38.50, or nothing.';
const day = () =>
  string().test(
    'date',
    'A date such as 2027-04-30, or nothing.',
    (text) => !text || (/^\d{4}-\d{2}-\d{2}$/.test(text) && isValid(parseISO(text))),
  );

export const boxSchema = object({
  kitId: string().required('Choose the kit that is in the box.'),
  boughtOn: typedDay('Give the day it was bought, about.'),
  openedOn: day().test('after', 'It was opened on the day it was bought, or later.', function (opened) {
    const { boughtOn } = this.parent as { boughtOn?: string };
    return !opened || !boughtOn || opened >= boughtOn;
  }),
  goodUntil: day(),
  price: typedNumber(PRICE).min(0, PRICE).max(100_000, PRICE),
  note: typedText().max(1000, 'Up to 1000 characters.').default(''),
});
