/** What a bath is poured at: the one temperature that every page says (domain.md 8.1). */
export function pouredAtC(step: { readonly temperatureC: number; readonly pourC?: number | null }): number {
  return step.pourC ?? step.temperatureC;
}
