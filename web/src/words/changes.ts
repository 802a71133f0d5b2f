import { shortDateText, timeText } from '@/format/units'
import codes from './en/codes/records.json'
import {
  BLEEDING,
  HOOK_PLACE,
  HOOK_TYPE,
  LENGTH_KIND,
  MARKS,
  MISHAPS,
  OUTCOME,
  PRESSURE_SIGN,
  REFLEX,
  REMOVAL,
  TAG_ACT,
  TAG_WHERE,
} from './fish'
import { FIELD } from './records'
import { t } from './text'

/** Names of rows and fields in the change history. */
const NAME: Record<string, string> = { ...FIELD, ...codes.change }
const CODE: Record<string, string> = {
  ...BLEEDING,
  ...HOOK_PLACE,
  ...HOOK_TYPE,
  ...LENGTH_KIND,
  ...MARKS,
  ...MISHAPS,
  ...OUTCOME,
  ...PRESSURE_SIGN,
  ...REFLEX,
  ...REMOVAL,
  ...TAG_ACT,
  ...TAG_WHERE,
  ...codes.changedValue,
}
const spaced = (code: string) => code.replaceAll('_', ' ')
export const changeWord = (name: string) => NAME[name] ?? spaced(name)

export function changeValue(entry: unknown): string {
  if (entry === null || entry === undefined || entry === '') return t('common.change.nothing')
  if (Array.isArray(entry))
    return entry.length ? entry.map(changeValue).join(', ') : t('common.change.nothing')
  if (typeof entry === 'object') {
    const parts = Object.entries(entry).filter(
      ([, value]) => value !== null && JSON.stringify(value) !== '{}',
    )
    return parts.length
      ? parts.map(([key, value]) => `${changeWord(key)} ${changeValue(value)}`).join(', ')
      : t('common.change.nothing')
  }
  const text = String(entry)
  if (/^\d{4}-\d\d-\d\d[T ]\d/.test(text)) return `${shortDateText(text)}, ${timeText(text)}`
  if (/^\d{4}-\d\d-\d\d$/.test(text)) return shortDateText(text)
  if (/^[0-9a-f-]{36}$/.test(text)) return `…${text.slice(-6)}`
  return CODE[text] ?? (/^[a-z]+(_[a-z]+)+$/.test(text) ? spaced(text) : text)
}
