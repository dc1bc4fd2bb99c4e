import type { Doors } from '../house/house.ts';

interface Asking {
  /** What was wrong with what was typed; empty at first. */
  readonly said: string;
  readonly name: string;
  /** It is known on the plain way, and comes by the safe one. */
  readonly moving: boolean;
  readonly secure: boolean;
  /** What was asked for; the safe way leads on to it. */
  readonly path: string;
  readonly house: Doors | null;
  readonly nonce: string;
}

const STYLE = `
  :root { color-scheme: light; font: 17px/1.5 system-ui, sans-serif; }
  body { margin: 0; background: #eef2ee; color: #0b2b30; }
  header { background: #0f3d42; color: #fff; padding: 0.7rem 1.2rem; font-weight: 700; }
  main { max-width: 30rem; margin: 0 auto; padding: 1.2rem; }
  h1 { font-size: 1.45rem; margin: 0.4rem 0; }
  label { display: block; font-weight: 600; margin-top: 1rem; }
  input { box-sizing: border-box; width: 100%; font: inherit; padding: 0.7rem; border: 1px solid #5c7477; border-radius: 8px; background: #fff; color: inherit; }
  input[name='number'] { font-size: 2.2rem; letter-spacing: 0.5em; text-align: center; font-variant-numeric: tabular-nums; }
  button { width: 100%; min-height: 3.6rem; margin-top: 1.2rem; font: inherit; font-weight: 700; font-size: 1.2rem; color: #fff; background: #0f3d42; border: 0; border-radius: 8px; }
  [role='alert'] { border-left: 4px solid #b1285c; background: #fbfcfa; padding: 0.6rem 0.9rem; margin: 1rem 0 0; }
  aside { border: 1px solid #b9c6c2; border-radius: 8px; background: #fbfcfa; padding: 0.4rem 1rem 0.8rem; margin-top: 1.6rem; }
  aside h2 { font-size: 1.05rem; margin: 0.5rem 0; }
  a { color: #12776d; font-weight: 600; }
`;

/**
 * The one page for whoever is not known. It is whole in itself, without a script, a picture or a word of the book, since
 * nothing else is handed out to strangers.
 */
export function askingPage({ said, name, moving, secure, path, house, nonce }: Asking): string {
  const error = said === '' ? '' : `<p role="alert" id="said">${escaped(said)}</p>`;
  const wrong = said === '' ? '' : ' aria-invalid="true" aria-describedby="said"';
  return `<!doctype html>
<html lang="en-GB">
<head>
<meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1">
<title>Come in · Steady Reel</title>
<style nonce="${escaped(nonce)}">${STYLE}</style>
</head>
<body>
<header>Steady Reel</header>
<main>
<h1>${moving ? 'Once more, by the safe way' : 'This screen is new here'}</h1>
<p>${moving ? 'What this screen was known by on the plain way could be overheard in the house, so it counts for nothing here. ' : ''}At the laptop press “Phone”. It shows four digits: type them once, and this screen is known from then on.</p>
${error}
<form method="post" action="/pair">
<label for="number">Number</label>
<input id="number" name="number" inputmode="numeric" autocomplete="one-time-code" maxlength="9" required autofocus${wrong}>
<label for="name">What this screen is called</label>
<input id="name" name="name" maxlength="40" required value="${escaped(name)}">
<button>Come in</button>
</form>
${secure || !house ? '' : saferWay(house, path)}
</main>
</body>
</html>`;
}

function saferWay(house: Doors, path: string): string {
  const address = house.secure[0];
  if (!address) return '';
  return `<aside>
<h2>Two ways in</h2>
<p>You are on the plain way. It works at once; what it costs is said before the first pour.
On the <a href="${escaped(new URL(path, address).href)}">safe way</a> the screen stays awake and the Bench goes on and opens without the laptop. Your phone will warn you
there until it trusts this Steady Reel; how to do that is shown once you are in. A number is asked for there as well.</p>
</aside>`;
}

const MARKS: Readonly<Record<string, string>> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', "'": '&#39;' };

function escaped(text: string): string {
  return text.replace(/[&<>"']/g, (mark) => MARKS[mark] ?? '');
}
