import { shortDateText, timeText } from '@/format/units'
import { BLEEDING, FIELD, HOOK_TYPE } from './dockside'
import {
  HOOK_PLACE,
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

/** What was changed, in words: no code of a table, no braces. */
const NAME: Record<string, string> = {
  ...FIELD,
  insert: 'added',
  update: 'changed',
  delete: 'removed',
  set: 'set',
  row_changes: 'changes',
  queries: 'doubts',
  encounters: 'record',
  held_encounters: 'held record',
  tag_custody: 'tags',
  member_kit: 'kit',
  house_rules: 'house rules',
  changed_at: 'changed',
  created_at: 'came in',
  sent_at: 'sent',
  held_on: 'day',
  caught_on: 'day of the catch',
  number_as_read: 'number as read',
  length_mm: 'length, mm',
  length_kind: 'measured as',
  length_how: 'measured with',
  lat_deg: 'latitude',
  lon_deg: 'longitude',
  voided_at: 'void since',
  voided_because: 'void because',
  permit_expires_on: 'permit until',
  public_name: 'name for the public',
}
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
  true: 'yes',
  false: 'no',
  released: 'let go',
  in_pouch: 'in the pouch',
  in_stock: 'in stock',
}
const spaced = (code: string) => code.replaceAll('_', ' ')
export const changeWord = (name: string) => NAME[name] ?? spaced(name)

export function changeValue(entry: unknown): string {
  if (entry === null || entry === undefined || entry === '') return 'nothing'
  if (Array.isArray(entry)) return entry.length ? entry.map(changeValue).join(', ') : 'nothing'
  if (typeof entry === 'object') {
    const parts = Object.entries(entry).filter(
      ([, value]) => value !== null && JSON.stringify(value) !== '{}',
    )
    return parts.length
      ? parts.map(([key, value]) => `${changeWord(key)} ${changeValue(value)}`).join(', ')
      : 'nothing'
  }
  const text = String(entry)
  if (/^\d{4}-\d\d-\d\d[T ]\d/.test(text)) return `${shortDateText(text)}, ${timeText(text)}`
  if (/^\d{4}-\d\d-\d\d$/.test(text)) return shortDateText(text)
  if (/^[0-9a-f-]{36}$/.test(text)) return `…${text.slice(-6)}`
  return CODE[text] ?? (/^[a-z]+(_[a-z]+)+$/.test(text) ? spaced(text) : text)
}
