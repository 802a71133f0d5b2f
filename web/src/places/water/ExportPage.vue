<script setup lang="ts">
import { computed, onMounted, ref, shallowRef } from 'vue'
import { exchange, type ExportFormat, type Licence } from '@/api/exchange'
import { useAct } from '@/api/useAct'
import { shortDateText } from '@/format/units'
import TroubleNote from '@/parts/TroubleNote.vue'
import { useSessionStore } from '@/stores/session'
import { t } from '@/words/water'
import FilterBar from './parts/FilterBar.vue'
import TaggingModel from './parts/TaggingModel.vue'
import WaterNav from './parts/WaterNav.vue'
import { useWaterFilter } from './useWaterFilter'

/** The data to take away, and how they are to be read. */
const FORMATS: Record<ExportFormat, { name: string; says: string }> = {
  csv: { name: t('water.export.tableCsv'), says: t('water.export.oneRowACatchFor') },
  package: {
    name: t('water.export.dataPackage'),
    says: t('water.export.allTablesWithTheirDescriptions'),
  },
  darwin_core: {
    name: t('water.export.darwinCoreArchive'),
    says: t('water.export.occurrencesAndMeasurementsInThe'),
  },
  geojson: { name: t('water.export.geojson'), says: t('water.export.pointsForAMap') },
  ways: {
    name: t('water.export.tracksGeojson'),
    says: t('water.export.aLineForEachFish'),
  },
  gpx: { name: t('water.export.gpx'), says: t('water.export.waypointsForAPlotter') },
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
    notice.value = t('water.export.made', {
      file: madeNow.file_name,
      rows: madeNow.rows.toLocaleString('en'),
      size: kb(madeNow.bytes),
    })
    made.value = (await exchange.list()).exports
    const link = document.createElement('a')
    link.href = exchange.address(madeNow.sha256)
    link.download = madeNow.file_name
    link.click()
  })
</script>

<template>
  <div class="page breadth data-page stack">
    <WaterNav />
    <header>
      <h1>{{ t('water.export.export') }}</h1>
      <p class="soft">
        {{ t('water.export.exportWhatTheFilterLeaves') }}
      </p>
    </header>
    <FilterBar />
    <TroubleNote :trouble="refusal" />
    <p v-if="notice" role="status">{{ notice }}</p>
    <form class="make" @submit.prevent="make">
      <fieldset>
        <legend>{{ t('water.export.format') }}</legend>
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
          {{ t('water.export.licenceBindingForTheReceiver') }}
          <select v-model="licence" class="field">
            <option v-for="choice in tables?.licences" :key="choice" :value="choice">
              {{ choice }}
            </option>
          </select>
        </label>
        <label v-if="mayBeExact" class="way">
          <input v-model="isExact" type="checkbox" />
          <span>{{ t('water.export.withExactPlaces') }}</span>
        </label>
        <p v-else class="soft">
          {{ t('water.export.placesAreExportedAsThe') }}
        </p>
        <label v-if="asksReceiver">
          {{ t('water.export.receiverOfExactPlaces') }}
          <input
            v-model="receiver"
            class="field"
            minlength="3"
            maxlength="200"
            required
            :placeholder="t('water.export.aPersonOrABody')"
          />
        </label>
        <p v-if="asksReceiver" class="soft">
          {{ t('water.export.yourNameIsStoredWith') }}
        </p>
        <div>
          <el-button native-type="submit" type="primary" :loading="busy">{{
            t('water.export.makeFile')
          }}</el-button>
        </div>
      </div>
    </form>
    <section v-if="made.length">
      <h2>{{ t('water.export.earlierFiles') }}</h2>
      <table v-cards class="list">
        <thead>
          <tr>
            <th>{{ t('water.export.when') }}</th>
            <th>{{ t('water.export.by') }}</th>
            <th>{{ t('water.export.file') }}</th>
            <th>{{ t('water.export.rows') }}</th>
            <th>{{ t('water.export.places') }}</th>
            <th>{{ t('water.export.hash') }}</th>
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
            <td>
              {{
                madeFile.is_exact
                  ? t('water.export.exactTo', { receiver: madeFile.receiver })
                  : t('water.export.coarseCells')
              }}
            </td>
            <td class="figures" :title="madeFile.sha256">{{ madeFile.sha256.slice(0, 10) }}…</td>
          </tr>
        </tbody>
      </table>
    </section>
    <section v-if="tables" class="stack">
      <h2>{{ t('water.export.whatTheColumnsMean') }}</h2>
      <p>
        {{ t('water.export.howTablesFit') }}
      </p>
      <TaggingModel />
      <details v-for="table in tables.tables" :key="table.name" :open="table.name === 'catches'">
        <summary>
          <b>{{ table.name }}</b>{{ t('water.export.eachRowIs', { row: table.row }) }}
        </summary>
        <table v-cards class="list">
          <thead>
            <tr>
              <th>{{ t('water.export.column') }}</th>
              <th>{{ t('water.export.meaning') }}</th>
              <th>{{ t('water.export.unit') }}</th>
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
      <h2>{{ t('water.export.whatIsNotExportedAnd') }}</h2>
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
