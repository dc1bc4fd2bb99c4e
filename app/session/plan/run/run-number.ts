import { createContext, use } from 'react';

/** What the first run of a plan is counted as: 1, or what comes after the runs that an evening has behind it. */
export const FirstRunContext = createContext(1);

/** How a person counts the run at this place of the plan. */
export function useRunNumber(): (index: number) => number {
  const first = use(FirstRunContext);
  return (index) => first + index;
}
