// Asks a server for the time, again and again, from a process of its own, until its input ends; then says how long it waited:
// node scripts/poll-clock.mjs BASE
const base = process.argv[2];
// Its own first requests are slow for reasons of its own.
for (let i = 0; i < 20; i++) await (await fetch(`${base}/clock`)).text();
const waits = [];
let on = true;
process.stdin.on('end', () => (on = false)).resume();
while (on) {
  const from = performance.now();
  await (await fetch(`${base}/clock`)).text();
  waits.push(performance.now() - from);
  await new Promise((resolve) => setTimeout(resolve, 10));
}
waits.sort((a, b) => a - b);
const at = (share) => waits[Math.min(waits.length - 1, Math.floor(waits.length * share))];
console.log(JSON.stringify({ times: waits.length, median: at(0.5), p99: at(0.99), worst: waits.at(-1) }));
