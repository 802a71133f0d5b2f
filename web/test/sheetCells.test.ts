import { expect, test } from 'vitest'
import { blankCells, leaveRow, settleRow, type TypedRow } from '@/places/dockside/sheetCells'

type Reading = NonNullable<TypedRow['outgoing']>
const reading = (length: number, tags = ['MS000007']) =>
  ({ length: { value: length }, tag_numbers: tags }) as unknown as Reading
const typed = (): TypedRow => ({
  id: 'row-1',
  revision: 1,
  cells: { ...blankCells(), tag: '+', length: '411' },
  state: 'typing',
  why: null,
  outgoing: null,
  sent: null,
})
const STORED = { answer: 'saved', message: null }

test('a row goes out as it read when it was left', () => {
  const row = typed()
  expect(leaveRow(row, reading(411))).toBe(true)
  expect(row).toMatchObject({ state: 'waiting', outgoing: reading(411) })
  expect(row.cells.tag).toBe('MS000007')
})

test('a row that says what the server has is not sent again', () => {
  const row = typed()
  leaveRow(row, reading(411))
  settleRow(row, row.outgoing, STORED)
  row.state = 'typing'
  expect(leaveRow(row, reading(411))).toBe(false)
  expect(row).toMatchObject({ state: 'stored', revision: 1 })
})

test('words typed while the row was on its way become its next revision', () => {
  const row = typed()
  leaveRow(row, reading(411))
  const onItsWay = row.outgoing
  row.state = 'typing'
  settleRow(row, onItsWay, STORED)
  expect(row.state).toBe('typing')
  leaveRow(row, reading(455))
  expect(row).toMatchObject({ state: 'waiting', revision: 2 })
})

test('a row that was left again while it was on its way still waits', () => {
  const row = typed()
  leaveRow(row, reading(411))
  const onItsWay = row.outgoing
  row.state = 'typing'
  leaveRow(row, reading(455))
  settleRow(row, onItsWay, STORED)
  expect(row).toMatchObject({ state: 'waiting', revision: 2, outgoing: reading(455) })
})

test('a row that the server does not accept keeps its revision and says why', () => {
  const row = typed()
  leaveRow(row, reading(411))
  settleRow(row, row.outgoing, { answer: 'held', message: 'MS000007 is in another fish.' })
  expect(row).toMatchObject({ state: 'held', why: 'MS000007 is in another fish.', sent: null })
  row.state = 'typing'
  leaveRow(row, reading(411, ['MS000008']))
  expect(row).toMatchObject({ state: 'waiting', revision: 1 })
})

test('a blank row and one that core cannot read stay where they are', () => {
  expect(leaveRow({ ...typed(), cells: blankCells() }, reading(1))).toBe(false)
  expect(leaveRow(typed(), null)).toBe(false)
})
