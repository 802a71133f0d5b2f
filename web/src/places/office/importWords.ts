import type { TableIn } from '@/api/imports'

export const STATES: Record<TableIn['state'], string> = {
  read: 'not tried yet',
  checking: 'is being tried',
  checked: 'tried',
  storing: 'is coming in',
  stopped: 'stopped on the way',
  done: 'came in',
  undone: 'taken back',
}
/** Rows by what became of them. */
export const COUNTED: Record<string, string> = {
  stored: 'came in',
  good: 'good',
  refused: 'stay out',
  left_out: 'no records',
  waiting: 'not tried',
}
export const DATE_ORDERS = { dmy: 'day, month, year', mdy: 'month, day, year' }
export const LENGTH_HOWS = {
  board: 'on a board',
  tape: 'by tape',
  ruler: 'by ruler',
  photo: 'in a photo',
  estimate: 'by eye',
}
export const FATES = { released: 'went back', kept: 'was kept' }
export const WORDED: Record<string, string> = {
  member: 'who',
  spot: 'place',
  species: 'species',
  what: 'what happened',
  again: 'caught again?',
  fate: 'what became of it',
  hook_place: 'hook',
  hook_type: 'shape of the hook',
  bleeding: 'bleeding',
  outcome: 'how it swam off',
  length_how: 'measured',
  platform: 'fished from',
}
