<script setup lang="ts">
import { nextTick, onMounted, ref } from 'vue'
import DayField from '@/parts/DayField.vue'
import TroubleNote from '@/parts/TroubleNote.vue'
import { useSessionStore } from '@/stores/session'
import type { Column } from '@/core/field'
import { t } from '@/words/dockside'
import { PLATFORM } from '@/words/plan'
import { COLUMNS, HEADS, isBlank } from './sheetCells'
import { useSheet } from './useSheet'

/**
 * A waterproof sheet typed without leaving the keys: Enter goes on, arrows go anywhere, beginnings
 * of words are enough.
 */
const sheet = useSheet()
const {
  header,
  rows,
  readings,
  count,
  species,
  spots,
  pouches,
  loading,
  signal,
  refusal,
  isHeaderWhole,
} = sheet
const session = useSessionStore()
onMounted(() => sheet.load())
const cell = ref<{ row: number; column: Column } | null>(null)
const field = (row: number, column: Column) =>
  document.querySelector<HTMLInputElement>(`[data-cell='${row} ${column}']`)

async function go(row: number, column: Column) {
  if (row >= rows.value.length) sheet.addRows()
  await nextTick()
  const to = field(Math.max(0, row), column)
  to?.focus()
  to?.select()
}
function onward(row: number, column: Column) {
  const next = COLUMNS[COLUMNS.indexOf(column) + 1]
  return next ? go(row, next) : go(row + 1, 'time')
}
function key(event: KeyboardEvent, row: number, column: Column) {
  const input = event.target as HTMLInputElement
  const place = COLUMNS.indexOf(column)
  const bare = input.selectionStart === input.selectionEnd
  if (event.key === 'Enter')
    void (event.shiftKey ? go(row, COLUMNS[Math.max(0, place - 1)]!) : onward(row, column))
  else if (event.key === 'ArrowDown') void go(row + 1, column)
  else if (event.key === 'ArrowUp') void go(row - 1, column)
  else if (event.key === 'ArrowLeft' && (!bare || input.selectionStart === 0) && place > 0)
    void go(row, COLUMNS[place - 1]!)
  else if (
    event.key === 'ArrowRight' &&
    (!bare || input.selectionEnd === input.value.length) &&
    place < COLUMNS.length - 1
  )
    void go(row, COLUMNS[place + 1]!)
  else if (event.key === 'd' && event.ctrlKey) sheet.fillDown(row, column)
  else if (event.key === 'z' && event.ctrlKey) sheet.undo()
  else return
  event.preventDefault()
}
function pasted(event: ClipboardEvent, row: number, column: Column) {
  const text = event.clipboardData?.getData('text/plain') ?? ''
  if (!/[\t\n]/.test(text)) return
  event.preventDefault()
  sheet.paste(row, column, text)
}
function left(event: FocusEvent, row: number) {
  const to = (event.relatedTarget as HTMLElement | null)?.dataset.cell
  if (to?.split(' ')[0] !== String(row)) {
    cell.value = null
    void sheet.leave(row)
  }
}
/** Why the next sheet does not come yet: the row that is not stored, and what is wrong with it. */
const blocked = ref('')
async function nextSheet() {
  const place = rows.value.findIndex((row) => !isBlank(row) && row.state !== 'stored')
  if (place >= 0) {
    const row = rows.value[place]!
    const wrong = wrongOf(place)[0]
    const fault = wrong && `${HEADS[wrong[0] as Column].toLowerCase()}, ${wrong[1]}`
    const waits =
      row.state === 'waiting'
        ? t('dockside.sheet.itWaitsForASignal')
        : t('dockside.sheet.itIsNotComplete')
    const why = row.why ?? fault ?? waits
    blocked.value = t('dockside.sheet.rowIsNotSavedYet', { place: place + 1, why })
    void go(place, (wrong?.[0] as Column) ?? 'time')
    return
  }
  blocked.value = ''
  sheet.nextSheet()
  await nextTick()
  document.querySelector<HTMLInputElement>('#held-on')?.focus()
}
const STATE = {
  typing: '',
  waiting: t('dockside.sheet.toSend'),
  stored: t('dockside.sheet.saved'),
  held: t('dockside.sheet.notAcceptedYet'),
}
const wrongOf = (row: number) =>
  isBlank(rows.value[row]!) ? [] : Object.entries(readings.value[row]!.wrong)
</script>

<template>
  <div class="page sheet-page stack breadth">
    <header>
      <h1>{{ t('dockside.sheet.enterAPaperSheet') }}</h1>
      <p class="soft">
        <RouterLink to="/dockside">{{ t('dockside.sheet.allTrips') }}</RouterLink>
        {{ t('dockside.sheet.oneSheetAtATime') }}
      </p>
    </header>
    <TroubleNote :trouble="refusal" />
    <el-skeleton v-if="loading" :rows="6" animated />
    <template v-else>
      <form class="head" @submit.prevent="go(0, 'time')">
        <label v-if="session.isCoordinator"
          >{{ t('dockside.sheet.tagger') }}
          <select v-model="header.member_id" class="field">
            <option :value="null">{{ t('dockside.sheet.myOwn') }}</option>
            <option v-for="pouch in pouches" :key="pouch.member_id" :value="pouch.member_id">
              {{ pouch.name }}
            </option>
          </select></label
        >
        <label
          >{{ t('dockside.sheet.day') }}
          <DayField
            :label="t('dockside.sheet.day')"
            name="held-on"
            :model-value="header.held_on"
            @update:model-value="header.held_on = $event ?? ''"
        /></label>
        <label
          >{{ t('dockside.sheet.spot') }}
          <select v-model="header.spot_code" class="field" required>
            <option value="" disabled>{{ t('dockside.sheet.chooseASpot') }}</option>
            <option v-for="spot in spots" :key="spot.code" :value="spot.code">
              {{ spot.name }}
            </option>
          </select></label
        >
        <label
          >{{ t('dockside.sheet.from') }}
          <select v-model="header.platform" class="field">
            <option v-for="(text, value) in PLATFORM" :key="value" :value="value">
              {{ text }}
            </option>
          </select></label
        >
        <label
          >{{ t('dockside.sheet.waterC') }}
          <input v-model="header.water_temp_c" class="field" inputmode="decimal" maxlength="5"
        /></label>
        <button type="submit" class="unseen">{{ t('dockside.sheet.goToTheRows') }}</button>
      </form>
      <p v-if="!isHeaderWhole" class="soft">
        {{ t('dockside.sheet.chooseTheDayAndThe') }}
      </p>
      <div class="scroll">
        <table>
          <thead>
            <tr>
              <th class="number">
                <span class="unseen">{{ t('dockside.sheet.row') }}</span>
              </th>
              <th v-for="column in COLUMNS" :key="column" :class="column">{{ HEADS[column] }}</th>
              <th class="state">{{ t('dockside.sheet.status') }}</th>
            </tr>
          </thead>
          <tbody>
            <template v-for="(row, place) in rows" :key="row.id">
              <tr :class="row.state" @focusout="left($event, place)">
                <td class="number figures">{{ place + 1 }}</td>
                <td
                  v-for="column in COLUMNS"
                  :key="column"
                  :class="[
                    column,
                    { wrong: !isBlank(row) && row.cells[column] && readings[place]!.wrong[column] },
                  ]"
                >
                  <input
                    :value="row.cells[column]"
                    :data-cell="`${place} ${column}`"
                    :aria-label="
                      t('dockside.sheet.cellName', { column: HEADS[column], place: place + 1 })
                    "
                    :aria-invalid="
                      !isBlank(row) && !!row.cells[column] && !!readings[place]!.wrong[column]
                    "
                    :placeholder="
                      isBlank(row) && cell?.row !== place ? '' : readings[place]!.shown[column]
                    "
                    autocomplete="off"
                    spellcheck="false"
                    maxlength="200"
                    @focus="cell = { row: place, column }"
                    @input="sheet.type(place, column, ($event.target as HTMLInputElement).value)"
                    @change="sheet.remember"
                    @keydown="key($event, place, column)"
                    @paste="pasted($event, place, column)"
                  />
                  <span
                    v-if="
                      row.cells[column] &&
                      readings[place]!.shown[column] &&
                      readings[place]!.shown[column] !== row.cells[column]
                    "
                    class="means"
                    aria-hidden="true"
                    >{{ readings[place]!.shown[column] }}</span
                  >
                </td>
                <td class="state" role="status">{{ STATE[row.state] }}</td>
              </tr>
              <tr v-if="row.why || (cell?.row !== place && wrongOf(place).length)" class="said">
                <td />
                <td :colspan="COLUMNS.length + 1">
                  {{
                    row.why ??
                    wrongOf(place)
                      .map(([column, why]) =>
                        why!.startsWith('needs') ? `${HEADS[column as Column]} ${why}` : why,
                      )
                      .join(' ')
                  }}
                </td>
              </tr>
            </template>
          </tbody>
        </table>
      </div>
      <div class="foot row-3">
        <span role="status"
          ><b class="tabular">{{ count.typed }}</b> {{ t('dockside.sheet.typed') }}
          <b class="tabular">{{ count.stored }}</b> {{ t('dockside.sheet.saved')
          }}<template v-if="count.held">{{
            t('dockside.sheet.heldCount', { held: count.held })
          }}</template
          ><template v-if="count.waiting">{{
            t('dockside.sheet.waitingCount', { waiting: count.waiting })
          }}</template
          >{{ signal ? '.' : t('dockside.sheet.noSignalSavedOnThis') }}{{ ' '
          }}<template v-if="sheet.sheets.value">
            {{ t('dockside.sheet.sheetsBefore', sheet.sheets.value) }}</template
          ></span
        >
        <el-button :disabled="!sheet.canUndo.value" @click="sheet.undo">{{
          t('dockside.sheet.undo')
        }}</el-button>
        <el-button @click="sheet.addRows">{{ t('dockside.sheet.addRows') }}</el-button>
        <RouterLink v-if="count.stored" :to="`/dockside/${header.trip_id}`">{{
          t('dockside.sheet.openThisTrip')
        }}</RouterLink>
        <el-button class="oilskin" size="large" :disabled="!count.typed" @click="nextSheet">{{
          t('dockside.sheet.nextSheet')
        }}</el-button>
        <span v-if="blocked" class="fault" role="alert">{{ blocked }}</span>
      </div>
      <p class="soft keys">
        {{ t('dockside.sheet.enterMovesOnShiftEnter', { species: species.length }) }}
      </p>
    </template>
  </div>
</template>

<style scoped>
.head {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-3);
}
.head label {
  display: grid;
  font-size: 15px;
  min-width: 130px;
}
.head .field {
  min-height: 44px;
}
table {
  width: 100%;
  min-width: 900px;
  border-collapse: collapse;
  background: var(--sheet);
}
th {
  text-align: left;
  font-size: 15px;
  padding: 4px 8px;
  border-bottom: 3px solid var(--kelp);
}
td {
  position: relative;
  height: 42px;
  padding: 0;
  border-bottom: 1px solid var(--line);
  border-right: 1px solid var(--line);
}
td input {
  width: 100%;
  height: 41px;
  padding: 0 8px;
  border: 0;
  background: transparent;
  color: var(--ink);
  font-family: var(--font-figures);
  font-size: 16px;
}
td.species input,
td.hook input,
td.note input {
  font-family: var(--font);
}
td input:focus {
  outline: 3px solid var(--sea-deep);
  outline-offset: -3px;
}
td input::placeholder {
  color: var(--ink-soft);
}
.means {
  position: absolute;
  right: 6px;
  bottom: 0;
  font-size: 12px;
  color: var(--ink-soft);
  pointer-events: none;
  background: var(--sheet);
}
.number {
  width: 34px;
  text-align: center;
  color: var(--ink-soft);
}
.time {
  width: 80px;
}
.species {
  width: 170px;
}
.tag {
  width: 140px;
}
.length,
.air {
  width: 96px;
}
.hook {
  width: 130px;
}
.blood {
  width: 110px;
}
.fate {
  width: 90px;
}
td.state {
  width: 84px;
  padding: 0 8px;
  font-size: 15px;
}
tr.stored td.state {
  color: var(--kelp);
  font-weight: var(--weight-strong);
}
tr.held td.state {
  color: var(--rust);
  font-weight: var(--weight-strong);
}
.wrong {
  box-shadow: inset 0 -3px 0 var(--rust);
}
.said td {
  height: auto;
  padding: 2px 8px 6px;
  font-size: 15px;
  line-height: 1.25;
  border-right: 0;
}
.foot > :first-child {
  flex: 1;
}
.foot .el-button {
  margin: 0;
}
.keys {
  font-size: 15px;
}
</style>
