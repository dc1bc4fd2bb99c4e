import { object, string } from 'yup';
import { LIMITS } from '../../../core/limits.ts';
import { day } from '../../../core/shape.ts';
import { typedNumber, typedText } from '../../ui/forms/typed.ts';
import { typedDay } from '../bottles/entry-schemas.ts';

const PRICE = 'A price is a number such as 38.50, or nothing.';
const dayOrNothing = () => string().test('date', 'A date such as 2027-04-30, or nothing.', (text) => !text || day(text));

export const boxSchema = object({
  kitId: string().required('Choose the kit that is in the box.'),
  boughtOn: typedDay('Give the day it was bought, about.'),
  openedOn: dayOrNothing().test('after', 'It was opened on the day it was bought, or later.', function (opened) {
    const { boughtOn } = this.parent as { boughtOn?: string };
    return !opened || !boughtOn || opened >= boughtOn;
  }),
  goodUntil: dayOrNothing(),
  price: typedNumber(PRICE).min(LIMITS.price[0], PRICE).max(LIMITS.price[1], PRICE),
  note: typedText().max(1000, 'Up to 1000 characters.').default(''),
});
