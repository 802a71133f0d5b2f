import type { Schemas } from '@/api/client'
import { BLEEDING } from '@/words/dockside'
import { HOOK_PLACE } from '@/words/fish'

/** A row as it is typed: every cell a string, an empty one meaning "as proposed". */
export interface TypedRow {
  id: string
  revision: number
  cells: Record<Column, string>
  state: 'typing' | 'waiting' | 'stored' | 'held'
  why: string | null
  /** What the server has, so that only what changed is sent again. */
  sent: string | null
}
export const COLUMNS = ['time', 'species', 'tag', 'length', 'hook', 'blood', 'air', 'fate', 'note'] as const
export type Column = (typeof COLUMNS)[number]
export const HEADS: Record<Column, string> = { time: 'Time', species: 'Species', tag: 'Tag', length: 'Length', hook: 'Hook sat in', blood: 'Blood', air: 'Air, s', fate: 'Fate', note: 'Note' }
const FATE: Record<string, string> = { released: 'let go', kept: 'kept' }

export const blankCells = (): Record<Column, string> => ({ time: '', species: '', tag: '', length: '', hook: '', blood: '', air: '', fate: '', note: '' })
export const isBlank = (row: TypedRow) => COLUMNS.every((column) => !row.cells[column].trim())

/** The keys whose words a beginning fits; one that is the whole word stands alone, and so does one that the sheet has used before. */
function fitting(typed: string, words: Record<string, string>, usual: string[] = []): string[] {
  const text = typed.trim().toLowerCase()
  if (!text) return []
  const entries = Object.entries(words).map(([key, word]) => [key, word.toLowerCase()] as const)
  const whole = entries.filter(([key, word]) => word === text || key === text).map(([key]) => key)
  if (whole.length) return whole
  const begins = entries.filter(([, word]) => word.startsWith(text) || word.split(' ').some((part) => part.startsWith(text))).map(([key]) => key)
  const known = begins.filter((key) => usual.includes(key))
  return known.length === 1 ? known : begins
}
const only = (keys: string[]) => (keys.length === 1 ? keys[0]! : null)
const listed = (keys: string[], words: Record<string, string>) => `${keys.slice(0, 4).map((key) => words[key]).join(', ')}${keys.length > 4 ? ' and more' : ''}`

/** "0712", "712", "7.12" and "7:12" are twelve minutes past seven. */
export function readTime(typed: string): string | null {
  const found = /^(\d{1,2})[:. ]?(\d{2})$/.exec(typed.trim())
  if (!found || Number(found[1]) > 23 || Number(found[2]) > 59) return null
  return `${found[1]!.padStart(2, '0')}:${found[2]}`
}

/** Numbers without units: 41.2 is centimetres, 412 millimetres; nobody tags a fish under 10 cm. */
export function readLength(typed: string): number | null {
  const value = Number(typed.trim().replace(',', '.'))
  if (!typed.trim() || !(value > 0)) return null
  return Math.round(/[.,]/.test(typed) || value < 100 ? value * 10 : value)
}

export interface ReadTag {
  kind: 'tagged' | 'recaptured' | 'untagged'
  number: string | null
}
/** "23" completes the number before it; "r 123" was read on a fish caught again; "0" or "-" is no tag; empty takes the next. */
export function readTag(typed: string, proposed: string | null): ReadTag | null {
  const text = typed.trim().toUpperCase()
  if (!text) return proposed ? { kind: 'tagged', number: proposed } : null
  if (text === '0' || text === '-') return { kind: 'untagged', number: null }
  const again = /^R[ .]/.test(text)
  const rest = again ? text.slice(2).replace(/\s/g, '') : text.replace(/\s/g, '')
  const number = proposed && /^\d+$/.test(rest) ? proposed.slice(0, Math.max(0, proposed.length - rest.length)) + rest : rest
  return { kind: again ? 'recaptured' : 'tagged', number }
}
export const nextNumber = (number: string | null) => {
  const found = number && /^(.*?)(\d+)$/.exec(number)
  return found ? found[1] + String(Number(found[2]) + 1).padStart(found[2]!.length, '0') : null
}

export interface Reading {
  /** What each cell comes to, in words; shown behind what is typed. */
  shown: Record<Column, string>
  /** What is wrong, by cell. */
  wrong: Partial<Record<Column, string>>
  row: Omit<Schemas['SheetSent']['rows'][number], 'id' | 'revision'> | null
}

/** Reads one row; what is empty takes what usually holds. */
export function readRow(cells: Record<Column, string>, species: Schemas['SpeciesName'][], proposed: string | null, usual: string[]): Reading {
  const names = Object.fromEntries(species.map((one) => [one.code, one.common_name]))
  const time = readTime(cells.time)
  const codes = fitting(cells.species, names, usual)
  const code = only(codes)
  const tag = readTag(cells.tag, proposed)
  const length = readLength(cells.length)
  const hooks = fitting(cells.hook, HOOK_PLACE)
  const hook = only(hooks)
  const blood = cells.blood.trim() ? only(fitting(cells.blood, BLEEDING)) : 'none'
  const fate = cells.fate.trim() ? only(fitting(cells.fate, FATE)) : 'released'
  const air = cells.air.trim() ? Number(cells.air.replace(',', '.')) : null
  const wrong: Reading['wrong'] = {}
  if (!time) wrong.time = cells.time.trim() ? `“${cells.time}” is no time. Type four digits, like 0712.` : 'needs a time'
  if (codes.length > 1) wrong.species = `“${cells.species}” fits ${listed(codes, names)}: type more of it.`
  else if (!code) wrong.species = cells.species.trim() ? `No species here begins with “${cells.species}”.` : 'needs a species'
  if (!tag) wrong.tag = 'needs a number, or 0 for none'
  if (cells.length.trim() && !length) wrong.length = `“${cells.length}” is no length. Type 412 or 41.2.`
  if (length && (length < 10 || length > 10_000)) wrong.length = `${length} mm is no fish's length.`
  if (hooks.length > 1) wrong.hook = `“${cells.hook}” fits ${listed(hooks, HOOK_PLACE)}: type more of it.`
  else if (cells.hook.trim() && !hook) wrong.hook = `“${cells.hook}” is no hook place: lip, jaw corner, roof, tongue, outside, eye, gill, throat, stomach.`
  if (!blood) wrong.blood = `“${cells.blood}”: no, some or much.`
  if (!fate) wrong.fate = `“${cells.fate}”: let go or kept.`
  if (air !== null && !(air >= 0 && air <= 36_000)) wrong.air = `“${cells.air}” is no number of seconds.`
  const shown: Reading['shown'] = {
    time: time ?? '', species: code ? names[code]! : '', tag: tag ? (tag.kind === 'untagged' ? 'no tag' : `${tag.kind === 'recaptured' ? 'read ' : ''}${tag.number}`) : '',
    length: length ? `${(length / 10).toFixed(1)} cm` : '', hook: hook ? HOOK_PLACE[hook as 'lip'] : '', blood: blood ? BLEEDING[blood]! : '', air: air === null ? '' : `${air} s`, fate: fate ? FATE[fate]! : '', note: '',
  }
  const row: Reading['row'] = Object.keys(wrong).length
    ? null
    : {
        time: time!, species_code: code!, length_mm: length, length_how: 'board', kind: tag!.kind, fate: fate as 'released', tag_numbers: tag!.number ? [tag!.number] : [], spoiled_numbers: [],
        hook_place: hook as never, hook_type: null, bleeding: blood as never, air_seconds: air, note: cells.note.trim() || null,
      }
  return { shown, wrong, row }
}
