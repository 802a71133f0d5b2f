import codes from './en/codes/records.json'
import { t } from './text'

type Words = Record<string, string>

/** How far a trip is in the evening. */
export const TRIP_STATE: Words = codes.tripState
export const FIELD: Words = codes.field

/** How far the placing of a photo can be relied on: words for a house rule, not a probability. */
export function sureText(photo: {
  placed_by: string | null
  fit: 'well' | 'fair' | 'doubtful'
}): string {
  const { hand, deck } = codes.photoFit
  if (photo.placed_by === 'hand') return hand
  return photo.placed_by === 'deck' ? deck : codes.photoFit[photo.fit]
}

/** Seconds that a clock is off, for a person. */
export function clockOff(off: number): string {
  const seconds = Math.abs(off)
  if (seconds < 30) return t('common.clock.right')
  const time = clockTime(seconds)
  return off > 0 ? t('common.clock.slow', { time }) : t('common.clock.fast', { time })
}

function clockTime(seconds: number): string {
  const minutes = Math.round(seconds / 60)
  if (minutes >= 120)
    return t('common.clock.hours', { hours: Math.floor(minutes / 60), minutes: minutes % 60 })
  return minutes ? t('common.clock.minutes', { minutes }) : t('common.clock.seconds', { seconds })
}
