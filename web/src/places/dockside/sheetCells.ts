import type { Cells, Column, RowReading } from '@/core/field'
import { t } from '@/words/dockside'

/**
 * A row as it is typed: every cell a string, an empty one saying nothing. What it comes to is
 * core's to say.
 */
export interface TypedRow {
  id: string
  revision: number
  cells: Cells
  state: 'typing' | 'waiting' | 'stored' | 'held'
  why: string | null
  /** What the row said when it was left; this goes out, whatever is read or typed meanwhile. */
  outgoing: RowReading['row']
  /** What the server has, so that only what changed is sent again. */
  sent: string | null
}

/** Makes a row ready to go out as it reads now; returns whether there is something to send. */
export function leaveRow(row: TypedRow, reading: RowReading['row']): boolean {
  if (isBlank(row) || !reading || row.state !== 'typing') return false
  // A number that stood ready is fixed now, so that a change above does not renumber it.
  if (row.cells.tag.trim() === '+') row.cells.tag = reading.tag_numbers[0]!
  const isKnown = row.sent === JSON.stringify(reading)
  if (row.sent && !isKnown) row.revision++
  row.state = isKnown ? 'stored' : 'waiting'
  row.outgoing = isKnown ? null : reading
  return !isKnown
}

/**
 * What the server answered to a row. The row may have been typed on, or left again with other
 * words, while it was on its way: then the newer words are its next revision.
 */
export function settleRow(
  row: TypedRow,
  sent: RowReading['row'],
  answer: { answer: string; message: string | null },
) {
  const isHeld = answer.answer === 'held'
  if (!isHeld) row.sent = JSON.stringify(sent)
  if (row.state !== 'waiting') return
  if (row.outgoing !== sent) {
    if (!isHeld) row.revision++
    return
  }
  row.state = isHeld ? 'held' : 'stored'
  row.why = isHeld ? answer.message : null
}
export const COLUMNS = [
  'time',
  'species',
  'tag',
  'length',
  'hook',
  'blood',
  'weight',
  'air',
  'outcome',
  'fate',
  'note',
] as const satisfies readonly Column[]
export const HEADS: Record<Column, string> = {
  time: t('dockside.sheetCells.time'),
  species: t('dockside.sheetCells.species'),
  tag: t('dockside.sheetCells.tag'),
  length: t('dockside.sheetCells.length'),
  hook: t('dockside.sheetCells.hookLocation'),
  blood: t('dockside.sheetCells.bleeding'),
  weight: t('dockside.sheetCells.weightG'),
  air: t('dockside.sheetCells.airS'),
  outcome: t('dockside.sheetCells.releaseCondition'),
  fate: t('dockside.sheetCells.fate'),
  note: t('dockside.sheetCells.note'),
}

export const blankCells = (): Cells => ({
  time: '',
  species: '',
  tag: '',
  length: '',
  hook: '',
  blood: '',
  weight: '',
  air: '',
  outcome: '',
  fate: '',
  note: '',
})
export const isBlank = (row: TypedRow) => COLUMNS.every((column) => !row.cells[column].trim())
