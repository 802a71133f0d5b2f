import { ref } from 'vue'
import { t } from '@/words/text'

/** Rounding, unit words, days and hours, here and nowhere else. */
export type Units = 'metric' | 'imperial'
export type Dates = 'day_first' | 'month_first' | 'year_first'

/** How whoever is signed in reads days and hours. */
export const dates = ref<Dates>('day_first')
const LOCALE: Record<Dates, string> = {
  day_first: 'en-GB',
  month_first: 'en-US',
  year_first: 'en-GB',
}
/** As a day is typed. */
export const DAY_FORMAT: Record<Dates, string> = {
  day_first: 'DD/MM/YYYY',
  month_first: 'MM/DD/YYYY',
  year_first: 'YYYY-MM-DD',
}

const MM_PER_INCH = 25.4

/** Millimetres in the unit in which lengths are typed. */
export const mmPerUnit = (units: Units) => (units === 'imperial' ? MM_PER_INCH : 10)
export const lengthUnit = (units: Units) => (units === 'imperial' ? 'in' : 'cm')

export function lengthText(mm: number, units: Units = 'metric'): string {
  return units === 'imperial' ? `${(mm / MM_PER_INCH).toFixed(1)} in` : `${(mm / 10).toFixed(1)} cm`
}

/** As fine as it is measured. */
export const sizeText = (mm: number, units: Units = 'metric') =>
  units === 'imperial' ? `${(mm / MM_PER_INCH).toFixed(1)} in` : `${Math.round(mm)} mm`

export function growthText(mm: number, units: Units = 'metric'): string {
  return `${mm > 0 ? '+' : ''}${sizeText(mm, units)}`
}

const GRAMS_PER_POUND = 453.592_37
export function weightText(grams: number, units: Units = 'metric'): string {
  return units === 'imperial'
    ? `${(grams / GRAMS_PER_POUND).toFixed(1)} lb`
    : `${Math.round(grams).toLocaleString('en-GB')} g`
}

const METRES_PER_MILE = 1609.344
export function distanceText(metres: number, coarse: boolean, units: Units = 'metric'): string {
  if (units === 'imperial') {
    const miles = metres / METRES_PER_MILE
    if (coarse)
      return metres === 0
        ? t('common.units.under3Miles')
        : t('common.units.aboutMiles', { miles: Math.round(miles) })
    return t('common.units.miles', { miles: miles.toFixed(miles < 10 ? 2 : 1) })
  }
  if (coarse)
    return metres === 0
      ? t('common.units.under5Km')
      : t('common.units.aboutKm', { metres: Math.round(metres / 1000) })
  return metres < 10_000 ? `${(metres / 1000).toFixed(2)} km` : `${(metres / 1000).toFixed(1)} km`
}

export const tempText = (celsius: number) => `${celsius.toFixed(1)} °C`

/** Whole seconds as a clock shows them: 8, 1:05. */
export function clockText(seconds: number): string {
  const whole = Math.max(0, Math.floor(seconds))
  return whole < 60
    ? String(whole)
    : `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}`
}

function dayText(iso: string, month: 'long' | 'short'): string {
  const day = iso.slice(0, 10)
  if (dates.value === 'year_first') return day
  return new Date(`${day}T12:00:00`).toLocaleDateString(LOCALE[dates.value], {
    day: 'numeric',
    month,
    year: 'numeric',
  })
}
export const dateText = (iso: string) => dayText(iso, 'long')
export const shortDateText = (iso: string) => dayText(iso, 'short')

export function daysText(days: number): string {
  return t('common.units.days', { count: days.toLocaleString('en-GB') }, days)
}

/** Made once, when first asked for: making one costs more than the formatting. */
const clockTime: Record<string, Intl.DateTimeFormat> = {}
export function timeText(moment: string | number): string {
  const locale = LOCALE[dates.value]
  clockTime[locale] ??= new Intl.DateTimeFormat(locale, { hour: '2-digit', minute: '2-digit' })
  return clockTime[locale].format(new Date(moment))
}

/** The day here, as 2026-05-31. */
export function localDate(moment: Date = new Date()): string {
  return `${moment.getFullYear()}-${String(moment.getMonth() + 1).padStart(2, '0')}-${String(moment.getDate()).padStart(2, '0')}`
}

const WINDS = ['N', 'NE', 'E', 'SE', 'S', 'SW', 'W', 'NW']
export const windText = (azimuth: number) => WINDS[Math.round(azimuth / 45) % 8]
