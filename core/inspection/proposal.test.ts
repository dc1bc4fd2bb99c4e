import fc from 'fast-check';
import { proposalFrom, type ResultOfFilm } from './proposal.ts';

const thin = (run: string, more: Partial<ResultOfFilm> = {}): ResultOfFilm => ({
  run,
  cause: 'under-exposed',
  edge: 'normal',
  doseShare: 1,
  byRuleOfThumb: false,
  exposedSpeed: 400,
  nominalS: 200,
  push: { rule: 'factor', perStop: 1.3 },
  ...more,
});

test('twice thin with the full dose: a third of a stop for each that says so, at most one, by the speed that a camera has', () => {
  expect(proposalFrom([thin('b'), thin('a')])).toEqual({ kind: 'more-light', witnesses: ['b', 'a'], stops: 2 / 3, speed: 250 });
  expect(proposalFrom(['e', 'd', 'c', 'b', 'a'].map((run) => thin(run)))).toMatchObject({ stops: 1, speed: 200 });
  expect(proposalFrom([thin('a')])).toBeNull();
});

test('thin by development with the full dose: as much longer as the kit’s push rule has it', () => {
  const short = (run: string, more: Partial<ResultOfFilm> = {}) => thin(run, { cause: 'developer-too-little', edge: 'thin', ...more });
  // Two thirds of a stop: 200 × (1.3^(2⁄3) − 1).
  expect(proposalFrom([short('b'), short('a')])).toEqual({ kind: 'longer', witnesses: ['b', 'a'], extraS: 38 });
  expect(proposalFrom([short('b', { push: { rule: 'add', secondsPerStop: 45 } }), short('a')])).toMatchObject({ extraS: 30 });
  expect(proposalFrom([short('b', { push: null }), short('a')])).toMatchObject({ extraS: 38 });
});

test('nobody bears witness who did not give the dose, nor across a roll that came out right, nor where two point two ways', () => {
  expect(proposalFrom([thin('b', { doseShare: 0.95 }), thin('a')])).toBeNull();
  expect(proposalFrom([thin('b', { doseShare: 0.95, byRuleOfThumb: true }), thin('a')])).not.toBeNull();
  expect(proposalFrom([thin('b', { doseShare: undefined }), thin('a')])).toBeNull();
  expect(proposalFrom([thin('c'), thin('b', { cause: null }), thin('a')])).toBeNull();
  expect(proposalFrom([thin('b', { edge: undefined }), thin('a')])).toBeNull();
  expect(proposalFrom([thin('b'), thin('a', { cause: 'developer-too-little' })])).toBeNull();
});

test('whatever came of a film: a proposal names its witnesses, and vanishes with them', () => {
  const result = fc.record({
    run: fc.uuid(),
    cause: fc.constantFrom(null, 'under-exposed', 'developer-too-little', 'fogged', 'drying-marks'),
    edge: fc.constantFrom('thin' as const, 'normal' as const, undefined),
    doseShare: fc.constantFrom(1, 0.9, 1.02, undefined),
    byRuleOfThumb: fc.boolean(),
    exposedSpeed: fc.integer({ min: 6, max: 6400 }),
    nominalS: fc.integer({ min: 60, max: 900 }),
    push: fc.constant(null),
  });
  fc.assert(
    fc.property(fc.array(result, { maxLength: 6 }), (results) => {
      const proposal = proposalFrom(results);
      if (!proposal) return;
      expect(proposal.witnesses.length).toBeGreaterThanOrEqual(2);
      const undone = results.filter(({ run }) => !proposal.witnesses.includes(run));
      expect(
        proposalFrom(undone)?.kind === proposal.kind && proposalFrom(undone)?.witnesses.some((run) => proposal.witnesses.includes(run)),
      ).not.toBe(true);
      if (proposal.kind === 'more-light') expect(proposal.stops).toBeLessThanOrEqual(1);
      else expect(proposal.extraS).toBeGreaterThan(0);
    }),
  );
});
