import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { root } from './setup.mjs';

/** The order in which docs/measurements.md tells its figures, behind the core's. */
const ORDER = [
  '## The Session page',
  '## The shelf',
  '## The Logbook',
  '## The server under load',
  '## The door',
  '## What is heavy beside a live Bench',
  '## A small computer, and a long year',
  '## What is installed',
  '## What no browser sends',
  '## Probes',
  '## Killed at any instant',
  '## The Bench',
  '## An hour of cues',
];

/** Puts one section of docs/measurements.md in its place; the others stay as they were measured. */
export function putSection(heading, body) {
  const file = join(root, 'docs', 'measurements.md');
  const before = existsSync(file) ? readFileSync(file, 'utf8') : '# Measurements\n';
  const others = before.split(/\n(?=## )/).filter((section) => !section.startsWith(heading));
  const place = (section) => ORDER.findIndex((known) => section.startsWith(known));
  const sections = [...others, `${heading}\n${body}`].sort((a, b) => place(a) - place(b));
  writeFileSync(file, `${sections.map((section) => section.trim()).join('\n\n')}\n`);
}
