import { nanoid } from 'nanoid';

/**
 * The id that a form brought for what it adds, made with its page: posted twice (a double press, a page gone back to),
 * it adds the same thing and not a second. A form from outside without one gets a new id.
 */
export function onceOf(form: FormData): string {
  const once = form.get('once');
  return typeof once === 'string' && /^[\w-]{10,40}$/.test(once) ? once : nanoid();
}
