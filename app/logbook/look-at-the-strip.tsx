import { useState } from 'react';
import { FINDINGS } from '../../core/inspection/findings.ts';
import { INPUT } from '../ui/fields.tsx';
import { Card } from '../ui/parts.tsx';

const SEEN = [...new Set(FINDINGS.map((finding) => finding.seen))];

/** What is seen on the strip, and what it likely means: was it the exposure or the development? */
export function LookAtTheStrip() {
  const [seen, setSeen] = useState('');
  const likely = FINDINGS.filter((finding) => finding.seen === seen);
  return (
    <Card aria-labelledby="look">
      <h2 id="look" className="mb-1 font-bold">
        Look at the strip
      </h2>
      <label htmlFor="seen" className="text-quiet">
        What do you see?
      </label>
      <select id="seen" className={INPUT} value={seen} onChange={(event) => setSeen(event.target.value)}>
        <option value="">choose what comes nearest</option>
        {SEEN.map((name) => (
          <option key={name} value={name}>
            {name}
          </option>
        ))}
      </select>
      <ul aria-live="polite" className="mt-2 space-y-1.5">
        {likely.map((finding) => (
          <li key={finding.with}>
            {finding.with && <span className="font-semibold">With {finding.with}: </span>}
            {finding.likely}
          </li>
        ))}
      </ul>
    </Card>
  );
}
