import type { TableIn } from '@/api/imports'

export const STATES: Record<TableIn['state'], string> = {
  read: 'not tried yet',
  checking: 'is being tried',
  checked: 'tried',
  storing: 'is coming in',
  stopped: 'stopped on the way',
  done: 'came in',
  undoing: 'is being taken back',
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
export const ZONES = { local: 'as the clocks of the programme', UTC: 'universal time (UTC)' }
export const TWICE = { once: 'one catch, written twice', each: 'several catches' }
export const SPARED = { leave_out: 'left out, with a note' }
export const STRANGERS = { finder: 'finders', former: 'former members, entered by name' }
export const UNTAKEN = { leave: 'left behind' }
/** Questions about a table that keep rows out. */
export const ASKED: Record<string, string> = {
  numbers: 'whose tag numbers without letters are',
  length_kind: 'from where to where lengths go',
  length_how: 'how lengths were measured',
  unit: 'in what unit a column is',
  zone: 'in which zone times are',
  years: 'from which year to which it goes',
  date_order: 'how dates are written',
  twice: 'what rows are that stand twice',
  fate: 'what became of fish',
  member: 'who caught them',
  spot: 'where they were caught',
  untaken: 'what some columns are',
}
export const WORDED: Record<string, string> = {
  member: 'who',
  spot: 'place',
  species: 'species',
  // A heading that the importer knows by this key.
  // eslint-disable-next-line id-denylist
  what: 'what happened',
  again: 'caught again?',
  fate: 'what became of it',
  hook_place: 'hook',
  hook_type: 'shape of the hook',
  bleeding: 'bleeding',
  outcome: 'how it swam off',
  length_kind: 'kind of length',
  length_how: 'measured',
  platform: 'fished from',
}
