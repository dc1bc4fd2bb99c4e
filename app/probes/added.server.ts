import { nowMs } from '../server/database/clock.server.ts';
import { addHeater, listHeaters } from '../server/heaters.server.ts';
import { addProbe, listProbes } from '../server/probes.server.ts';
import { hashOfToken, newToken } from '../server/tokens.server.ts';
import { readForm } from '../ui/forms/read-form.ts';
import { nameSchema } from './probe-schemas.ts';

/** Adds a probe or heater by its name; its token is told this once. */
export function added(form: FormData, kind: 'probe' | 'heater') {
  const read = readForm(nameSchema, form);
  if (!read.ok) return { kind: 'adding' as const, what: kind, reply: read.reply };
  const { name } = read.value;
  const there = kind === 'probe' ? listProbes() : listHeaters();
  if (there.some((each) => each.name === name)) {
    const says = `There is a ${kind} called ${name} already. Put it away first, or choose another name.`;
    return { kind: 'adding' as const, what: kind, reply: read.refuse({ name: [says] }) };
  }
  const token = newToken();
  (kind === 'probe' ? addProbe : addHeater)(name, hashOfToken(token), nowMs());
  return { kind: 'added' as const, what: kind, name, token };
}
