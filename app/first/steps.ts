import { onDemand } from '../ui/on-demand.ts';

/** A step is a page of its own: it comes when it is gone to. */
export const AfterStep = onDemand(() => import('./steps/after-step.tsx')).part((module) => module.AfterStep);
export const BathStep = onDemand(() => import('./steps/bath-step.tsx')).part((module) => module.BathStep);
export const BlindStep = onDemand(() => import('./steps/blind-step.tsx')).part((module) => module.BlindStep);
export const DryRunStep = onDemand(() => import('./steps/dry-run-step.tsx')).part((module) => module.DryRunStep);
export const KitStep = onDemand(() => import('./steps/kit-step.tsx')).part((module) => module.KitStep);
export const LoadingStep = onDemand(() => import('./steps/loading-step.tsx')).part((module) => module.LoadingStep);
export const NeededStep = onDemand(() => import('./steps/needed-step.tsx')).part((module) => module.NeededStep);
export const RealStep = onDemand(() => import('./steps/real-step.tsx')).part((module) => module.RealStep);
export const RoomStep = onDemand(() => import('./steps/room-step.tsx')).part((module) => module.RoomStep);
export const TankStep = onDemand(() => import('./steps/tank-step.tsx')).part((module) => module.TankStep);
