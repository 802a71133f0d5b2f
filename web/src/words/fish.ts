import type { Schemas } from '@/api/client'
import type { NextAct } from '@/core/field'
import { dateText } from '@/format/units'
import codes from './en/codes/fish.json'
import { t } from './text'

type Words = Record<string, string>

export const LENGTH_KIND: Record<Schemas['LengthKind'], string> = codes.lengthKind
export const LENGTH_HOW: Words = codes.lengthHow
export const HOOK_PLACE: Record<Schemas['HookPlace'], string> = codes.hookPlace
export const HOOK_TYPE: Words = codes.hookType
export const BLEEDING: Words = codes.bleeding
/** The button that makes a tap. */
export const ACT_BUTTON: Record<NextAct, string> = codes.actButton
/** The stage that a tap leads to. */
export const ACT_STAGE: Record<Schemas['StageAct'], string> = codes.actStage
export const ENCOUNTER_KIND: Words = codes.encounterKind
/** How a fish or its tag came to its finder. A fish that was caught needs no word. */
export const FOUND_HOW: Words = codes.foundHow
export const FATE: Words = codes.fate
export const LEFT_IN_FISH: Words = codes.leftInFish
export const SEX: Words = codes.sex
export const SPAWNING: Words = codes.spawning
export const ORIGIN: Words = codes.origin
export const TAG_LEFT: Words = codes.tagLeft
export const LETTER: Words = codes.letter
export const REMOVAL: Words = codes.removal
export const MARKS: Words = codes.marks
export const MISHAPS: Words = codes.mishaps
export const REFLEX: Words = codes.reflex
export const PRESSURE_SIGN: Words = codes.pressureSign
export const OUTCOME: Words = codes.outcome
export const TAG_WHERE: Words = codes.tagWhere
export const TAG_ACT: Words = codes.tagAct
export const BAND: Words = codes.band

/** The day of a catch as far as it is known. */
export function whenText(moment: {
  caught_on: string
  day_said: string
  caught_from: string | null
}): string {
  const last = dateText(moment.caught_on)
  if (moment.day_said === 'unknown') return t('common.catchDay.dayUnknown', { last })
  if (moment.day_said !== 'span') return last
  return moment.caught_from
    ? t('common.catchDay.between', { first: dateText(moment.caught_from), last })
    : t('common.catchDay.by', { last })
}
