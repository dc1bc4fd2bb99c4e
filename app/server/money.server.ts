import { bareMoney, type ShowMoney } from '../../core/chemistry/cost/evening-cost.ts';
import { personsCurrency } from './settings.server.ts';

/** Amounts in the currency that was chosen once; until then figures alone, which say nothing wrong. */
export function personsMoney(): ShowMoney {
  const currency = personsCurrency();
  if (!currency) return bareMoney;
  const shown = new Intl.NumberFormat('en-GB', { style: 'currency', currency });
  return (cents) => shown.format(cents / 100);
}
