import { shellExample, typescriptExample } from './examples.ts';

/** A new token, this once, with what sends by it. */
export function TokenShown({
  what,
  name,
  token,
  address,
}: {
  readonly what: 'probe' | 'heater';
  readonly name: string;
  readonly token: string;
  readonly address: string;
}) {
  return (
    <section role="status" aria-labelledby="token" className="mb-5 rounded-card border-2 border-petrol bg-card p-4">
      <h2 id="token" className="text-lg font-bold">
        The token of {name}: shown once
      </h2>
      <p className="mt-1">
        Copy it into the {what} now. Nobody can look it up later; if it is lost, put the {what} away and add it again.
      </p>
      <p className="figure mt-2 rounded-card border border-line bg-white px-3 py-2 text-lg break-all select-all">{token}</p>
      {what === 'probe' ? (
        <>
          <details className="mt-3">
            <summary className="min-h-11 cursor-pointer py-2 font-semibold">Send from a shell</summary>
            <pre className="overflow-x-auto rounded-card border border-line bg-white p-3 text-sm">{shellExample(address, name, token)}</pre>
          </details>
          <details>
            <summary className="min-h-11 cursor-pointer py-2 font-semibold">Send from TypeScript</summary>
            <pre className="overflow-x-auto rounded-card border border-line bg-white p-3 text-sm">
              {typescriptExample(address, name, token)}
            </pre>
          </details>
        </>
      ) : (
        <pre className="mt-3 overflow-x-auto rounded-card border border-line bg-white p-3 text-sm">
          {`curl -X PUT ${address}/heaters/${name} -H 'Authorization: Bearer ${token}' \\\n  -H 'Content-Type: application/json' -d '{"runsAtC":38.0,"heats":true}'`}
        </pre>
      )}
    </section>
  );
}
