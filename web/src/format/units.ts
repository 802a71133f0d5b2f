/** Rounding and unit words, here and nowhere else. */
export type Units = 'metric' | 'imperial'

const MM_PER_INCH = 25.4

export const lengthUnit = (units: Units) => (units === 'imperial' ? 'in' : 'cm')

export function lengthText(mm: number, units: Units = 'metric'): string {
  return units === 'imperial' ? `${(mm / MM_PER_INCH).toFixed(1)} in` : `${(mm / 10).toFixed(1)} cm`
}

export function growthText(mm: number): string {
  return `${mm > 0 ? '+' : ''}${Math.round(mm)} mm`
}

export function distanceText(metres: number, coarse: boolean): string {
  if (coarse) return metres === 0 ? 'under 5 km' : `about ${Math.round(metres / 1000)} km`
  return metres < 10_000 ? `${(metres / 1000).toFixed(2)} km` : `${(metres / 1000).toFixed(1)} km`
}

export const tempText = (celsius: number) => `${celsius.toFixed(1)} °C`

/** Whole seconds as a clock shows them: 8, 1:05. */
export function clockText(seconds: number): string {
  const whole = Math.max(0, Math.floor(seconds))
  return whole < 60 ? String(whole) : `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}`
}

export function dateText(iso: string): string {
  return new Date(`${iso.slice(0, 10)}T12:00:00`).toLocaleDateString('en-GB', { day: 'numeric', month: 'long', year: 'numeric' })
}

export function shortDateText(iso: string): string {
  return new Date(`${iso.slice(0, 10)}T12:00:00`).toLocaleDateString('en-GB', { day: 'numeric', month: 'short', year: 'numeric' })
}

export function daysText(days: number): string {
  return days === 1 ? '1 day' : `${days.toLocaleString('en-GB')} days`
}

/** One formatter for all: making one costs more than the formatting. */
const CLOCK_TIME = new Intl.DateTimeFormat('en-GB', { hour: '2-digit', minute: '2-digit' })
export const timeText = (at: string | number) => CLOCK_TIME.format(new Date(at))

/** The day here, as 2026-05-31. */
export function localDate(at: Date = new Date()): string {
  return `${at.getFullYear()}-${String(at.getMonth() + 1).padStart(2, '0')}-${String(at.getDate()).padStart(2, '0')}`
}

const WINDS = ['N', 'NE', 'E', 'SE', 'S', 'SW', 'W', 'NW']
export const windText = (azimuth: number) => WINDS[Math.round(azimuth / 45) % 8]
