import type { Cells, Column } from '@/core/field'

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
  /** What the server has, so that only what changed is sent again. */
  sent: string | null
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
  time: 'Time',
  species: 'Species',
  tag: 'Tag',
  length: 'Length',
  hook: 'Hook sat in',
  blood: 'Blood',
  weight: 'Weight, g',
  air: 'Air, s',
  outcome: 'Swam off',
  fate: 'Fate',
  note: 'Note',
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
