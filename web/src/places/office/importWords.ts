import type { TableIn } from '@/api/imports'
import { t } from '@/words/office'

export const STATES: Record<TableIn['state'], string> = {
  read: t('office.importWords.notCheckedYet'),
  checking: t('office.importWords.beingChecked'),
  checked: t('office.importWords.checked'),
  storing: t('office.importWords.beingImported'),
  stopped: t('office.importWords.stopped'),
  done: t('office.importWords.imported'),
  undoing: t('office.importWords.beingUndone'),
  undone: t('office.importWords.undone'),
}
/** Rows by what became of them. */
export const COUNTED: Record<string, string> = {
  stored: t('office.importWords.imported'),
  good: t('office.importWords.good'),
  refused: t('office.importWords.notImported'),
  left_out: t('office.importWords.noRecords'),
  waiting: t('office.importWords.notChecked'),
}
export const DATE_ORDERS = {
  dmy: t('office.importWords.dayMonthYear'),
  mdy: t('office.importWords.monthDayYear'),
}
export const LENGTH_HOWS = {
  board: t('office.importWords.onABoard'),
  tape: t('office.importWords.byTape'),
  ruler: t('office.importWords.byRuler'),
  photo: t('office.importWords.inAPhoto'),
  estimate: t('office.importWords.byEye'),
}
export const FATES = {
  released: t('office.importWords.released'),
  kept: t('office.importWords.kept'),
}
export const ZONES = {
  local: t('office.importWords.theProgrammesOwnTime'),
  UTC: t('office.importWords.universalTimeUtc'),
}
export const TWICE = {
  once: t('office.importWords.oneCatchWrittenTwice'),
  each: t('office.importWords.severalCatches'),
}
export const SPARED = { leave_out: t('office.importWords.leftOutWithANote') }
export const STRANGERS = {
  finder: t('office.importWords.finders'),
  former: t('office.importWords.formerMembersAddedByName'),
}
export const UNTAKEN = { leave: t('office.importWords.notImported') }
/** Questions about a table that keep rows out. */
export const ASKED: Record<string, string> = {
  numbers: t('office.importWords.whoseTagNumbersWithoutLetters'),
  length_kind: t('office.importWords.fromWhereToWhereLengths'),
  length_how: t('office.importWords.howLengthsWereMeasured'),
  unit: t('office.importWords.inWhatUnitAColumn'),
  zone: t('office.importWords.inWhichZoneTimesAre'),
  years: t('office.importWords.whichCenturyYearsAreIn'),
  date_order: t('office.importWords.howDatesAreWritten'),
  twice: t('office.importWords.whatRepeatedRowsAre'),
  fate: t('office.importWords.whatHappenedToFish'),
  member: t('office.importWords.whoCaughtThem'),
  spot: t('office.importWords.whereTheyWereCaught'),
  untaken: t('office.importWords.whatSomeColumnsAre'),
}
export const WORDED: Record<string, string> = {
  member: t('office.importWords.who'),
  spot: t('office.importWords.place'),
  species: t('office.importWords.species'),
  // A heading that the importer knows by this key.
  // eslint-disable-next-line id-denylist
  what: t('office.importWords.whatHappened'),
  again: t('office.importWords.recapture'),
  fate: t('office.importWords.whatHappenedToIt'),
  hook_place: t('office.importWords.hook'),
  hook_type: t('office.importWords.shapeOfTheHook'),
  bleeding: t('office.importWords.bleeding'),
  outcome: t('office.importWords.releaseCondition'),
  length_kind: t('office.importWords.kindOfLength'),
  length_how: t('office.importWords.measured'),
  platform: t('office.importWords.fishedFrom'),
}
