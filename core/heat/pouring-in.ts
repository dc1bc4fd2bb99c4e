import { WATER_J_PER_ML_K } from './bath/water.ts';

export interface TankHeat {
  readonly heatJK: number;
  readonly startC: number;
}

/** Where solution and tank settle once one is in the other (domain.md 8). */
export function settlesAtC(solutionMl: number, solutionC: number, tank: TankHeat): number {
  const solutionJK = WATER_J_PER_ML_K * solutionMl;
  return (solutionJK * solutionC + tank.heatJK * tank.startC) / (solutionJK + tank.heatJK);
}

/** How warm to pour so that solution and tank settle at a wanted temperature: `settlesAtC` turned round. */
export function pourForSettledC(solutionMl: number, settledC: number, tank: TankHeat): number {
  return settledC + (tank.heatJK * (settledC - tank.startC)) / (WATER_J_PER_ML_K * solutionMl);
}
