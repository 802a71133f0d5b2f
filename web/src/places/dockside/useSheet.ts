import { useEventListener } from '@vueuse/core'
import { v7 as uuid } from 'uuid'
import { computed, onScopeDispose, ref, shallowRef, watch } from 'vue'
import { api, type Schemas } from '@/api/client'
import { NoSignal, trouble, type Trouble } from '@/api/refusal'
import { localDate } from '@/format/units'
import { keepNote, note } from '@/offline/store'
import { useSessionStore } from '@/stores/session'
import { openField, type Column, type RowReading } from '@/core/field'
import { blankCells, COLUMNS, isBlank, leaveRow, settleRow, type TypedRow } from './sheetCells'

export interface Header {
  trip_id: string
  member_id: string | null
  held_on: string
  spot_code: string
  platform: Schemas['SheetSent']['sheet']['platform']
  water_temp_c: string
}
interface Draft {
  header: Header
  rows: TypedRow[]
  sheets: number
}
const ROWS = 12
const RETRY_MS = 15_000
const blankRow = (): TypedRow => ({
  id: uuid(),
  revision: 1,
  cells: blankCells(),
  state: 'typing',
  why: null,
  outgoing: null,
  sent: null,
})

/**
 * One sheet of paper being typed: kept on the device with every key, sent row by row as rows are
 * whole.
 */
export function useSheet() {
  const session = useSessionStore()
  const KEY = `sheet:${session.member!.id}`
  const LISTS = `sheet-lists:${session.member!.id}`
  const header = ref<Header>({
    trip_id: uuid(),
    member_id: null,
    held_on: localDate(),
    spot_code: '',
    platform: 'boat',
    water_temp_c: '',
  })
  const rows = ref<TypedRow[]>(Array.from({ length: ROWS }, blankRow))
  const sheets = ref(0)
  const species = shallowRef<Schemas['SpeciesName'][]>([])
  const spots = shallowRef<{ code: string; name: string }[]>([])
  /** Who carries tags, and the number that comes next in each pouch. */
  const pouches = shallowRef<{ member_id: string; name: string; next_number: string | null }[]>([])
  const loading = ref(true)
  const signal = ref(true)
  const refusal = ref<Trouble | null>(null)
  const past = shallowRef<string[]>([])
  const isHeaderWhole = computed(() => Boolean(header.value.held_on && header.value.spot_code))

  async function load() {
    const draft = await note<Draft>(KEY)
    if (draft) {
      header.value = draft.header
      rows.value = draft.rows.map((row) => ({
        ...row,
        cells: { ...blankCells(), ...row.cells },
        // A draft of an earlier version does not hold what was to go out: the row is left once more.
        state: row.state === 'waiting' && !row.outgoing ? 'typing' : row.state,
      }))
      sheets.value = draft.sheets
    }
    // What was listed last time serves when there is no signal now.
    const kept = await note<{
      species: typeof species.value
      spots: typeof spots.value
      pouches: typeof pouches.value
    }>(LISTS)
    if (kept) [species.value, spots.value, pouches.value] = [kept.species, kept.spots, kept.pouches]
    loading.value = !kept
    try {
      const [listed, deck, custody] = await Promise.all([
        api.species(),
        api.deck(localDate()),
        api.custody(),
      ])
      species.value = listed.species
      spots.value = deck.spots
      pouches.value = custody.pouches.map(({ member_id, name, next_number }) => ({
        member_id,
        name,
        next_number,
      }))
      await keepNote(LISTS, { species: species.value, spots: spots.value, pouches: pouches.value })
    } catch (thrown) {
      if (!(thrown instanceof NoSignal)) refusal.value = trouble(thrown)
      signal.value = !(thrown instanceof NoSignal)
    }
    loading.value = false
    void send()
  }

  /** What core makes of the sheet as it stands; a row that it has not read yet says nothing. */
  const field = openField(null)
  const UNREAD: RowReading = { proposed: null, shown: blankCells(), wrong: {}, row: null }
  const answers = shallowRef<RowReading[]>([])
  const readings = computed(() => rows.value.map((_, index) => answers.value[index] ?? UNREAD))
  let asked = 0
  async function read(): Promise<RowReading[]> {
    const ask = ++asked
    const owner = header.value.member_id ?? session.member!.id
    const first_number =
      pouches.value.find((pouch) => pouch.member_id === owner)?.next_number ?? null
    const answer = await field.ask('paper_rows', {
      rows: rows.value.map((row) => row.cells),
      species: species.value.map(({ code, common_name }) => ({ code, common_name })),
      first_number,
    })
    if (ask === asked) {
      answers.value = answer.rows
      void send()
    }
    return answer.rows
  }
  watch([rows, species, pouches, () => header.value.member_id], () => void read(), {
    deep: true,
    immediate: true,
  })
  const count = computed(() => ({
    typed: rows.value.filter((row) => !isBlank(row)).length,
    stored: rows.value.filter((row) => row.state === 'stored').length,
    held: rows.value.filter((row) => row.state === 'held').length,
    waiting: rows.value.filter((row) => row.state === 'waiting').length,
  }))

  const snapshot = () => JSON.stringify(rows.value.map((row) => row.cells))
  function remember() {
    const now = snapshot()
    if (past.value.at(-1) !== now) past.value = [...past.value.slice(-200), now]
  }
  function type(line: number, column: Column, value: string) {
    const row = rows.value[line]!
    row.cells[column] = value
    // A number that stood ready is fixed once the row goes its way, so that a change above does
    // not renumber what is stored.
    if (row.state !== 'typing') row.state = 'typing'
  }
  function undo() {
    const now = snapshot()
    const before = [...past.value]
    while (before.at(-1) === now) before.pop()
    const last = before.pop()
    past.value = before
    if (!last) return
    ;(JSON.parse(last) as TypedRow['cells'][]).forEach((cells, index) => {
      const row = rows.value[index]
      if (row && JSON.stringify(row.cells) !== JSON.stringify(cells))
        Object.assign(row, { cells, state: 'typing' })
    })
  }
  function fillDown(row: number, column: Column) {
    if (row < 1) return
    remember()
    type(row, column, rows.value[row - 1]!.cells[column])
  }
  /** A block from a spreadsheet, from this cell on. */
  function paste(row: number, column: Column, text: string) {
    remember()
    const from = COLUMNS.indexOf(column)
    text
      .replace(/\r?\n$/, '')
      .split(/\r?\n/)
      .forEach((line, down) => {
        if (row + down >= rows.value.length) rows.value.push(blankRow())
        line.split('\t').forEach((value, right) => {
          const to = COLUMNS[from + right]
          if (to) type(row + down, to, value.trim())
        })
      })
  }
  const addRows = () => rows.value.push(...Array.from({ length: 4 }, blankRow))

  /**
   * A row that is left and whole goes out; so does one that was changed after that, as its next
   * revision.
   */
  async function leave(line: number) {
    remember()
    const reading = (await read())[line]?.row
    const row = rows.value[line]
    if (row && leaveRow(row, reading ?? null)) void send()
  }

  let sending = false
  let timer: number | undefined
  async function send() {
    const out = rows.value
      .filter((row) => row.state === 'waiting')
      .map((row) => ({ row, reading: row.outgoing }))
    if (sending || !out.length || !isHeaderWhole.value) return
    sending = true
    clearTimeout(timer)
    refusal.value = null
    const temp = Number(header.value.water_temp_c.replace(',', '.'))
    const offset = -new Date(`${header.value.held_on}T12:00:00`).getTimezoneOffset()
    const { trip_id, member_id, held_on, spot_code, platform } = header.value
    try {
      const answer = await api.typeSheet({
        sheet: {
          trip_id,
          member_id,
          held_on,
          spot_code,
          platform,
          water_temp_c: header.value.water_temp_c.trim() && Number.isFinite(temp) ? temp : null,
          utc_offset_minutes: offset,
        },
        rows: out.map(({ row, reading }) => ({ id: row.id, revision: row.revision, ...reading! })),
      })
      signal.value = true
      answer.answers.forEach((answer, index) => {
        const { row, reading } = out[index]!
        settleRow(row, reading, answer)
      })
    } catch (thrown) {
      signal.value = !(thrown instanceof NoSignal)
      if (signal.value) {
        refusal.value = trouble(thrown)
        out.forEach(({ row }) => (row.state = 'typing'))
      } else timer = window.setTimeout(() => void send(), RETRY_MS)
    }
    sending = false
    if (rows.value.some((row) => row.state === 'waiting') && signal.value) void send()
  }
  useEventListener(window, 'online', () => void send())
  onScopeDispose(() => clearTimeout(timer))
  watch(header, () => void send(), { deep: true })
  watch(
    [header, rows, sheets],
    () => void keepNote(KEY, { header: header.value, rows: rows.value, sheets: sheets.value }),
    { deep: true },
  )

  /** The next of the stack: the header stays but for the day's own trip. */
  function nextSheet() {
    header.value = { ...header.value, trip_id: uuid() }
    rows.value = Array.from({ length: ROWS }, blankRow)
    past.value = []
    sheets.value++
  }

  return {
    header,
    rows,
    readings,
    count,
    sheets,
    species,
    spots,
    pouches,
    loading,
    signal,
    refusal,
    isHeaderWhole,
    load,
    type,
    remember,
    undo,
    fillDown,
    paste,
    addRows,
    leave,
    send,
    nextSheet,
    canUndo: computed(() => past.value.length > 0),
  }
}
