// Part of npm run measure: what strangers can cost. Half-sent requests, streams, nonsense and guesses at the house's door,
// and meanwhile how long the laptop's own /clock takes and how much memory the server holds.
import { spawn } from 'node:child_process';
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { connect } from 'node:net';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { putSection } from './put-section.mjs';
import { buildIfNeeded, fillDemo, freePort, installPackages, root } from './setup.mjs';

installPackages();
buildIfNeeded();
const folder = join(root, 'tmp', 'measure-door');
rmSync(folder, { recursive: true, force: true });
mkdirSync(folder, { recursive: true });
const file = join(folder, 'door.db');
fillDemo(file);
const port = await freePort(4690);
const child = spawn(process.execPath, ['build/serve.mjs', '--network'], {
  cwd: root,
  env: { ...process.env, NODE_ENV: 'production', PORT: String(port), STEADY_REEL_DB: file, STEADY_REEL_DAILY_COPY: 'off' },
  stdio: ['ignore', 'ignore', 'inherit'],
});
process.on('exit', () => child.kill('SIGKILL'));
const base = `http://127.0.0.1:${port}`;
const up = () =>
  fetch(`${base}/clock`).then(
    ({ ok }) => ok,
    () => false,
  );
while (!(await up())) await wait(50);
await wait(1500);
const house = port + 2;

const memoryMb = () => Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${child.pid}/status`, 'utf8'))?.[1]) / 1000;
async function clockMs(times = 40) {
  const taken = [];
  for (let i = 0; i < times; i++) {
    const from = performance.now();
    await (await fetch(`${base}/clock`)).text();
    taken.push(performance.now() - from);
  }
  return taken.sort((a, b) => a - b);
}
const middle = (taken) => taken[Math.floor(taken.length / 2)];

/** Sockets that say `bytes` and then nothing more. */
async function held(count, bytes, from = () => '127.0.0.1') {
  const sockets = Array.from({ length: count }, (_, i) => {
    const socket = connect({ port: house, host: '127.0.0.1', localAddress: from(i) }, () => socket.write(bytes(i)));
    socket.on('error', () => {});
    socket.on('data', () => {});
    return socket;
  });
  await wait(1500);
  return () => sockets.forEach((socket) => socket.destroy());
}

async function guesses() {
  for (let i = 0; i < 250; i++)
    await Promise.all(
      Array.from({ length: 40 }, (_, n) =>
        fetch(`http://127.0.0.1:${house}/pair`, {
          method: 'POST',
          headers: { Origin: `http://127.0.0.1:${house}` },
          body: new URLSearchParams({ number: String(i * 40 + n).padStart(4, '0'), name: 'x' }),
        }).then(
          (answer) => answer.text(),
          () => null,
        ),
      ),
    );
}

/** How many of twenty new screens get an answer at the house's door while it is besieged. */
async function newScreens() {
  const asked = await Promise.all(
    Array.from(
      { length: 20 },
      () =>
        new Promise((resolve) => {
          const socket = connect({ port: house, host: '127.0.0.1', localAddress: '127.0.0.9' }, () =>
            socket.write(`GET / HTTP/1.1\r\nHost: 127.0.0.1:${house}\r\nConnection: close\r\n\r\n`),
          );
          socket.once('data', () => resolve(true));
          for (const end of ['error', 'close']) socket.once(end, () => resolve(false));
        }),
    ),
  );
  return asked.filter(Boolean).length;
}

const rows = [];
async function row(what, begin) {
  const end = await begin();
  const taken = await clockMs();
  rows.push({ what, memoryMb: memoryMb(), clockMs: middle(taken), worstMs: taken.at(-1) });
  end?.();
  await wait(500);
}
await clockMs();
await row('nobody', async () => null);
await row('500 half-sent requests', () => held(500, () => `GET / HTTP/1.1\r\nHost: 127.0.0.1:${house}\r\nX-Half: `));
await row('600 half-open from 104 addresses', async () => {
  const end = await held(
    600,
    () => '',
    (i) => `127.0.2.${1 + (i % 104)}`,
  );
  const answered = await newScreens();
  if (answered < 20) throw new Error(`Of twenty new screens ${answered} were answered.`);
  return end;
});
await row('500 streams asked for', () =>
  held(500, () => `GET /evening/stream HTTP/1.1\r\nHost: 127.0.0.1:${house}\r\nAccept: text/event-stream\r\n\r\n`),
);
await row('500 bodies announced and not sent', () =>
  held(
    500,
    () => `POST /pair HTTP/1.1\r\nHost: 127.0.0.1:${house}\r\nOrigin: http://127.0.0.1:${house}\r\nContent-Length: 2000\r\n\r\nnumber=`,
  ),
);
await row('500 bodies of 60 MB announced', () =>
  held(
    500,
    () =>
      `POST /logbook/book HTTP/1.1\r\nHost: 127.0.0.1:${house}\r\nOrigin: http://127.0.0.1:${house}\r\nContent-Length: 60000000\r\n\r\n${'x'.repeat(60_000)}`,
  ),
);
for (const round of ['first', 'second', 'third']) await row(`10,000 guesses, ${round}`, guesses);
await row('nobody again', async () => null);
child.kill();
const table = rows.map(
  ({ what, memoryMb, clockMs, worstMs }) => `| ${what} | ${memoryMb.toFixed(0)} MB | ${clockMs.toFixed(1)} ms | ${worstMs.toFixed(0)} ms |`,
);
putSection(
  '## The door',
  `Strangers at the house's door, from one address but where it says so, and meanwhile the server's memory and the laptop's own \`/clock\`, forty times.
Aim: memory flat, \`/clock\` under 50 ms.

| at the house's door | memory | \`/clock\`, median | worst |
| --- | --- | --- | --- |
${table.join('\n')}
`,
);
console.log(table.join('\n'));
