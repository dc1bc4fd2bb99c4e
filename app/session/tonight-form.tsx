import { Form, useSearchParams, useSubmit, type FormProps } from 'react-router';

/** Where the Session page's changes go: back to it, with the run and step that are being looked at still chosen. */
export function useTonightAction(): string {
  const [search] = useSearchParams();
  return search.size > 0 ? `/?index&${search}` : '/?index';
}

interface TonightFormProps extends Omit<FormProps, 'method' | 'action'> {
  /** Posts each change as it is made; a form without it waits for its button. */
  readonly atOnce?: boolean;
}

/** A form of the Session page. The page stays where it is when it comes back. */
export function TonightForm({ atOnce = false, ...rest }: TonightFormProps) {
  const submit = useSubmit();
  return (
    <Form
      method="post"
      action={useTonightAction()}
      preventScrollReset
      {...(atOnce ? { onChange: (event) => void submit(event.currentTarget, { preventScrollReset: true }) } : {})}
      {...rest}
    />
  );
}
