import type { AnySchema } from 'yup';
import { answered, faultsUnder, refused, type Answer, type Fault, type Warning } from '../core/answer.ts';
import { checkedAgainst } from '../core/faults-in-words.ts';
import { readKit } from '../core/kit/kit-document.ts';
import { bathById, type Bath, type Kit, type ShelfKit } from '../core/kit/kit.ts';
import { SHIPPED_KITS, shippedKit } from '../core/kit/shipped-kits.ts';

/** What a command needs from outside the core: the day it is. */
export interface Surrounding {
  readonly today: string;
}

export type Command = (request: unknown, surrounding: Surrounding) => Answer<unknown>;

/** A command that reads a file answers later. */
export type LaterCommand = (request: unknown) => Promise<Answer<unknown>>;

function kitOf<K extends ShelfKit>(value: unknown, read: (document: unknown) => Answer<K>): Answer<K | Kit> {
  if (typeof value === 'string') {
    const kit = shippedKit(value);
    if (kit) return answered(kit);
    const known = SHIPPED_KITS.map((shipped) => shipped.id).join(', ');
    return refused({
      code: 'unknown-kit',
      path: '$.kit',
      message: `No shipped kit is called “${value.slice(0, 80)}”. There are ${known}.`,
    });
  }
  const kit = read(value);
  return kit.ok ? kit : refused(...faultsUnder('$.kit', kit.errors));
}

/** Shape first, then the kit, so that faults of both are reported together. Whoever asks of bottles alone reads single baths too. */
export function readRequest<T, K extends ShelfKit = Kit>(
  schema: AnySchema,
  request: unknown,
  read: (document: unknown) => Answer<K | Kit> = readKit,
): { readonly faults: readonly Fault[]; readonly value: T; readonly kit: K | Kit | null } {
  const shaped = checkedAgainst(schema, request);
  const given = typeof request === 'object' && request !== null ? (request as { kit?: unknown }).kit : undefined;
  const takesKit = typeof given === 'string' || (typeof given === 'object' && given !== null);
  const kit = takesKit && 'fields' in schema && isRecord(schema.fields) && 'kit' in schema.fields ? kitOf(given, read) : null;
  return {
    faults: [...(shaped.ok ? [] : shaped.errors), ...(kit && !kit.ok ? kit.errors : [])],
    value: request as T,
    kit: kit?.ok ? kit.value : null,
  };
}

function isRecord(value: unknown): value is Readonly<Record<string, unknown>> {
  return typeof value === 'object' && value !== null;
}

export function bathIn(kit: Kit, id: string): Answer<Bath> {
  const bath = bathById(kit, id);
  if (bath) return answered(bath);
  return refused({
    code: 'unknown-bath',
    path: '$.bath',
    message: `${kit.name} has no bath “${id.slice(0, 80)}”. It has ${kit.baths.map((known) => known.id).join(', ')}.`,
  });
}

/** A warning as it is answered: the sentence in °C and ml, without what the pages need to show it in other units. */
export function bare({ code, bath, message }: Warning): Warning {
  return { code, bath, message };
}

export function round(value: number, digits: number): number {
  return Math.round(value * 10 ** digits) / 10 ** digits;
}
