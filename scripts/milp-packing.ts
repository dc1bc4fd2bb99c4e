import highsLoader from 'highs';
import { shareOfTank, type Holds, type Shape } from '../core/packing/load.ts';

type Solve = (shapes: readonly Shape[], counts: readonly number[], tanks: readonly Holds[], most: number) => number | null;

/**
 * The same packing model for an exact solver: how many of each shape go into run j in tank t, fewest runs.
 * Used by `npm run measure` only, to compare answers and times.
 */
export async function milpSolver(timeLimitS: number): Promise<Solve> {
  const highs = await highsLoader();
  return (shapes, counts, tanks, most) => {
    const runs = Array.from({ length: most }, (_, j) => j);
    const n = (s: number, j: number, t: number) => `n_${s}_${j}_${t}`;
    const y = (j: number, t: number) => `y_${j}_${t}`;
    const all = runs.flatMap((j) => tanks.map((_, t) => y(j, t)));
    const rows: string[] = [];
    const possible = (s: number, t: number) => shareOfTank(shapes[s] as Shape, tanks[t] as Holds) <= 1 + 1e-9;
    shapes.forEach((_, s) => {
      const terms = runs.flatMap((j) => tanks.flatMap((__, t) => (possible(s, t) ? [n(s, j, t)] : [])));
      rows.push(` all_${s}: ${terms.join(' + ')} = ${counts[s]}`);
    });
    for (const j of runs) {
      tanks.forEach((tank, t) => {
        const terms = shapes.flatMap((shape, s) => (possible(s, t) ? [`${shareOfTank(shape, tank)} ${n(s, j, t)}`] : []));
        if (terms.length > 0) rows.push(` fits_${j}_${t}: ${terms.join(' + ')} - ${1 + 1e-9} ${y(j, t)} <= 0`);
      });
      rows.push(` one_${j}: ${tanks.map((_, t) => y(j, t)).join(' + ')} <= 1`);
      // Runs are alike: using them from the first on spares the solver the rest.
      if (j > 0)
        rows.push(` order_${j}: ${tanks.map((_, t) => y(j - 1, t)).join(' + ')} - ${tanks.map((_, t) => y(j, t)).join(' - ')} >= 0`);
    }
    const integers = runs.flatMap((j) => tanks.flatMap((_, t) => shapes.flatMap((__, s) => (possible(s, t) ? [n(s, j, t)] : []))));
    const text = [
      'Minimize',
      ` obj: ${all.join(' + ')}`,
      'Subject To',
      ...rows,
      'Bounds',
      ...integers.map((name) => ` 0 <= ${name} <= 60`),
      'General',
      ` ${integers.join(' ')}`,
      'Binary',
      ` ${all.join(' ')}`,
      'End',
    ].join('\n');
    const answer = highs.solve(text, { time_limit: timeLimitS, output_flag: false });
    return answer.Status === 'Optimal' ? Math.round(answer.ObjectiveValue) : null;
  };
}
