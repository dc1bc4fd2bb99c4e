/** Temperatures are kept in °C everywhere; only this file and the page know °F (architecture.md, rule 3). */
export type TemperatureUnit = 'C' | 'F';

export function celsiusFromFahrenheit(tempF: number): number {
  return ((tempF - 32) * 5) / 9;
}

export function fahrenheitFromCelsius(tempC: number): number {
  return (tempC * 9) / 5 + 32;
}

/** `38.0 °C` or `100.4 °F`. */
export function showTemperature(tempC: number, unit: TemperatureUnit = 'C'): string {
  const value = unit === 'C' ? tempC : fahrenheitFromCelsius(tempC);
  return `${value.toFixed(1)} °${unit}`;
}

/** The figure alone, for a field whose unit stands beside it. */
export function figureOfTemperature(tempC: number, unit: TemperatureUnit): string {
  return showTemperature(tempC, unit).split(' ')[0] ?? '';
}

/** A difference keeps its own scale: 0.6 °C is 1.1 °F, never 33.1 °F. */
export function temperatureChangeIn(changeC: number, unit: TemperatureUnit): number {
  return unit === 'C' ? changeC : (changeC * 9) / 5;
}

export function showTemperatureChange(changeC: number, unit: TemperatureUnit = 'C'): string {
  const value = temperatureChangeIn(changeC, unit);
  const sign = value > 0 ? '+' : value < 0 ? '−' : '';
  return `${sign}${Math.abs(value).toFixed(1)} °${unit}`;
}
