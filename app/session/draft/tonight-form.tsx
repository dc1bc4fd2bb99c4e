import { useRef } from 'react';
import { Form, useLocation, useSearchParams, useSubmit, type FormProps } from 'react-router';
import { Button } from '../../ui/button.tsx';

/** Where the Session page's changes go: back to it, with the run and step that are being looked at still chosen. */
export function useTonightAction(): string {
  const [search] = useSearchParams();
  const { pathname } = useLocation();
  const asked = [pathname === '/' ? 'index' : '', search.toString()].filter(Boolean).join('&');
  return asked ? `${pathname}?${asked}` : pathname;
}

/** Why what was typed was refused, and in which field. */
export interface TypedRefusal {
  readonly field: string | null;
  readonly typed: string;
  readonly message: string;
  readonly nearest: string | null;
}

interface TonightFormProps extends Omit<FormProps, 'method' | 'action'> {
  /** Posts each change as it is made; a form without it waits for its button. */
  readonly atOnce?: boolean;
  /** Posts what was typed when its field is left; a form without scripts waits for its button. */
  readonly whenLeft?: boolean;
  /** Posts the form in another way than as it stands. */
  readonly post?: (form: HTMLFormElement) => void;
}

const WANDERS = ['ArrowUp', 'ArrowDown', 'ArrowLeft', 'ArrowRight', 'Home', 'End', 'PageUp', 'PageDown'];

/**
 * A form of the Session page. The page stays where it is when it comes back. A choice made with a finger is posted at
 * once; one that wanders through a list by the arrow keys when the list is left or Enter is pressed, not at every key.
 */
export function TonightForm({ atOnce = false, whenLeft = false, post, ...rest }: TonightFormProps) {
  const submit = useSubmit();
  const wandering = useRef<EventTarget | null>(null);
  const action = useTonightAction();
  const send = (form: HTMLFormElement) => {
    wandering.current = null;
    if (post) post(form);
    else void submit(form, { preventScrollReset: true });
  };
  if (whenLeft)
    return (
      <Form
        method="post"
        action={action}
        preventScrollReset
        onBlur={(event) => {
          const field = event.target;
          if (field instanceof HTMLInputElement && field.value !== field.defaultValue) send(event.currentTarget);
        }}
        {...rest}
      />
    );
  if (!atOnce) return <Form method="post" action={action} preventScrollReset {...rest} />;
  return (
    <Form
      method="post"
      action={action}
      preventScrollReset
      onKeyDown={(event) => {
        const isList = event.target instanceof HTMLSelectElement;
        if (isList && (WANDERS.includes(event.key) || event.key.length === 1)) wandering.current = event.target;
        else if (isList && event.key === 'Enter' && wandering.current) {
          event.preventDefault();
          send(event.currentTarget);
        }
      }}
      onChange={(event) => {
        if (wandering.current !== event.target) send(event.currentTarget);
      }}
      onBlur={(event) => {
        if (wandering.current === event.target) send(event.currentTarget);
      }}
      {...rest}
    />
  );
}

/** Without JavaScript a change waits for its own button. */
export function NoScript() {
  return (
    <noscript>
      <Button className="mt-2">Apply</Button>
    </noscript>
  );
}
