<script setup lang="ts">
import { computed, onMounted, ref, shallowRef } from 'vue'
import { exchange, type ExportFormat, type Licence } from '@/api/exchange'
import { useAct } from '@/api/useAct'
import { shortDateText } from '@/format/units'
import TroubleNote from '@/parts/TroubleNote.vue'
import { useSessionStore } from '@/stores/session'
import FilterBar from './parts/FilterBar.vue'
import TaggingModel from './parts/TaggingModel.vue'
import WaterNav from './parts/WaterNav.vue'
import { useWaterFilter } from './useWaterFilter'

/** The data to take away, and how they are to be read. */
const FORMATS: Record<ExportFormat, { name: string; says: string }> = {
  csv: { name: 'Table (CSV)', says: 'One row a catch, for a spreadsheet.' },
  package: {
    name: 'Data package',
    says: 'All tables with what explains them, and the hash of each: to keep and to pass on.',
  },
  darwin_core: {
    name: 'Darwin Core Archive',
    says: 'Occurrences and measurements in the terms that biodiversity databases read.',
  },
  geojson: { name: 'GeoJSON', says: 'Points for a map.' },
  ways: {
    name: 'Ways by water, GeoJSON',
    says: 'A line for each fish, from where it was tagged to where it was caught last.',
  },
  gpx: { name: 'GPX', says: 'Waypoints for a plotter.' },
}
const session = useSessionStore()
const { filter } = useWaterFilter()
const { busy, refusal, notice, run } = useAct()
const format = ref<ExportFormat>('csv')
const licence = ref<Licence>('CC-BY-4.0')
const isExact = ref(false)
const receiver = ref('')
const tables = shallowRef<Awaited<ReturnType<typeof exchange.tables>> | null>(null)
const made = shallowRef<Awaited<ReturnType<typeof exchange.list>>['exports']>([])
const isCoordinator = computed(() => session.member?.role === 'coordinator')
const mayBeExact = computed(() => isCoordinator.value || filter.value.mine === 'yes')
const asksReceiver = computed(() => isExact.value && filter.value.mine !== 'yes')

onMounted(() =>
  run(async () => {
    tables.value = await exchange.tables()
    made.value = (await exchange.list()).exports
  }),
)
const kb = (bytes: number) => `${Math.max(1, Math.round(bytes / 1000)).toLocaleString('en')} kB`

const make = () =>
  run(async () => {
    const madeNow = await exchange.make({
      format: format.value,
      licence: licence.value,
      filter: filter.value,
      exact: isExact.value && mayBeExact.value,
      receiver: asksReceiver.value ? receiver.value : null,
    })
    notice.value = `${madeNow.file_name}: ${madeNow.rows.toLocaleString('en')} rows, ${kb(madeNow.bytes)}.`
    made.value = (await exchange.list()).exports
    const link = document.createElement('a')
    link.href = exchange.address(madeNow.sha256)
    link.download = madeNow.file_name
    link.click()
  })
</script>

<template>
  <div class="page wide data-page stack">
    <WaterNav />
    <header>
      <h1>Take the data</h1>
      <p class="soft">
        What the filter leaves in goes out as a file, which stays here under its hash and in the
        history.
      </p>
    </header>
    <FilterBar />
    <TroubleNote :trouble="refusal" />
    <p v-if="notice" role="status">{{ notice }}</p>
    <form class="make" @submit.prevent="make">
      <fieldset>
        <legend>As</legend>
        <label v-for="(kind, key) in FORMATS" :key="key" class="way">
          <input v-model="format" type="radio" name="format" :value="key" />
          <span
            ><b>{{ kind.name }}</b
            >{{ ' ' }}<span class="soft">{{ kind.says }}</span></span
          >
        </label>
      </fieldset>
      <div class="terms">
        <label>
          Licence, which whoever receives it is bound to
          <select v-model="licence" class="field">
            <option v-for="choice in tables?.licences" :key="choice" :value="choice">
              {{ choice }}
            </option>
          </select>
        </label>
        <label v-if="mayBeExact" class="way">
          <input v-model="isExact" type="checkbox" />
          <span>With exact places</span>
        </label>
        <p v-else class="soft">
          Places go out as the middles of 5 km cells. Your own fish go out exactly: tick “My own
          fish”.
        </p>
        <label v-if="asksReceiver">
          Who receives exact places
          <input
            v-model="receiver"
            class="field"
            minlength="3"
            maxlength="200"
            required
            placeholder="a person or a body, by name"
          />
        </label>
        <p v-if="asksReceiver" class="soft">
          It is kept with your name. Spots belong to those who fish them: ask them first.
        </p>
        <div>
          <el-button native-type="submit" type="primary" :loading="busy">Make the file</el-button>
        </div>
      </div>
    </form>
    <section v-if="made.length">
      <h2>Made before</h2>
      <table v-cards class="list">
        <thead>
          <tr>
            <th>when</th>
            <th>by</th>
            <th>file</th>
            <th>rows</th>
            <th>places</th>
            <th>hash</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="madeFile in made" :key="madeFile.sha256 + madeFile.made_at">
            <td class="tabular">{{ shortDateText(madeFile.made_at) }}</td>
            <td>{{ madeFile.by }}</td>
            <td>
              <a :href="exchange.address(madeFile.sha256)" :download="madeFile.file_name">{{
                madeFile.file_name
              }}</a>
            </td>
            <td class="tabular">{{ madeFile.rows.toLocaleString('en') }}</td>
            <td>{{ madeFile.is_exact ? `exact, to ${madeFile.receiver}` : '5 km cells' }}</td>
            <td class="figures" :title="madeFile.sha256">{{ madeFile.sha256.slice(0, 10) }}…</td>
          </tr>
        </tbody>
      </table>
    </section>
    <section v-if="tables" class="stack">
      <h2>What the columns mean</h2>
      <p>
        A tag sits in one fish, and a fish has the same <code>fish_id</code> in each of its catches:
        the rows with one <code>fish_id</code> are its story. A catch belongs to a trip by
        <code>trip_id</code>.
      </p>
      <TaggingModel />
      <details v-for="table in tables.tables" :key="table.name" :open="table.name === 'catches'">
        <summary>
          <b>{{ table.name }}</b>: each row is {{ table.row }}
        </summary>
        <table v-cards class="list">
          <thead>
            <tr>
              <th>column</th>
              <th>meaning</th>
              <th>unit</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="column in table.columns" :key="column.name">
              <td class="figures">{{ column.name }}</td>
              <td>
                {{ column.meaning }}.
                <span v-if="column.codes" class="soft">
                  {{
                    Object.entries(column.codes)
                      .map(([code, meaning]) => `${code}: ${meaning}`)
                      .join('; ')
                  }}.
                </span>
              </td>
              <td>{{ column.unit ?? '' }}</td>
            </tr>
          </tbody>
        </table>
      </details>
      <h2>What does not go out, and why</h2>
      <dl>
        <template v-for="column in tables.withheld" :key="column.what">
          <dt class="strong">{{ column.what }}</dt>
          <dd>{{ column.why }}</dd>
        </template>
      </dl>
    </section>
  </div>
</template>

<style scoped>
.make {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 380px), 1fr));
  gap: var(--gap-4);
}
fieldset {
  border: 1px solid var(--line);
  border-radius: var(--round);
}
.way {
  display: flex;
  gap: var(--gap-2);
  align-items: start;
  padding: var(--gap-2) 0;
}
.terms,
.terms label:not(.way) {
  display: grid;
  gap: var(--gap-2);
  align-content: start;
}
dd {
  margin: 0 0 var(--gap-2);
}
</style>
