<script setup lang="ts">
import { computed, onMounted, onUnmounted, ref, shallowRef } from 'vue'
import { useRoute } from 'vue-router'
import { imports, type TableIn, type TableMapping } from '@/api/imports'
import { useAct } from '@/api/useAct'
import TroubleNote from '@/parts/TroubleNote.vue'
import { t } from '@/words/office'
import OfficeNav from './parts/OfficeNav.vue'
import ImportChoices from './parts/ImportChoices.vue'
import ImportColumns from './parts/ImportColumns.vue'
import ImportPreview from './parts/ImportPreview.vue'
import ImportRefused from './parts/ImportRefused.vue'
import ImportWaiting from './parts/ImportWaiting.vue'
import ImportWords from './parts/ImportWords.vue'
import { STATES } from './importWords'

/** One table on its way in: how it is read, what each row would be, and all of it in or out. */
const EVERY_MS = 1000
const KINDS: Record<string, string> = {
  ';': t('office.import.columnsSeparatedBySemicolons'),
  '\t': t('office.import.columnsSeparatedByTabs'),
  ',': t('office.import.columnsSeparatedByCommas'),
  '|': t('office.import.columnsSeparatedByVerticalBars'),
  sheet: t('office.import.firstSheetOfTheWorkbook'),
  json: t('office.import.jsonRecords'),
}
const id = Number(useRoute().params['id'])
const table = shallowRef<TableIn | null>(null)
const mapping = ref<TableMapping | null>(null)
const keepAs = ref('')
const { busy, refusal, notice, run } = useAct()
let timer = 0

function show(imported: TableIn) {
  table.value = imported
  mapping.value = structuredClone(imported.mapping)
  window.clearTimeout(timer)
  if (works.value) timer = window.setTimeout(look, EVERY_MS)
}
const look = () => run(async () => show(await imports.show(id)))
const works = computed(() => ['checking', 'storing', 'undoing'].includes(table.value?.state ?? ''))
const isOpen = computed(() => ['read', 'checked'].includes(table.value?.state ?? ''))
onMounted(look)
onUnmounted(() => window.clearTimeout(timer))

const counts = computed(() => table.value?.counts ?? {})
const count = (state: string) => (counts.value[state] ?? 0).toLocaleString('en')
const share = computed(() => {
  const imported = table.value
  if (!imported) return 0
  const done = imported.state === 'storing' ? (counts.value['stored'] ?? 0) : imported.rows
  const all = done + (counts.value['good'] ?? 0)
  const gone = imported.rows - (counts.value['stored'] ?? 0)
  if (imported.state === 'undoing') return Math.round((100 * gone) / imported.rows)
  return imported.state === 'storing' && all ? Math.round((100 * done) / all) : 0
})
const save = () =>
  run(async () => {
    show(await imports.map(id, mapping.value!, keepAs.value || null))
    notice.value = keepAs.value ? t('office.import.savedAs', { keep_as: keepAs.value }) : ''
  })
const act = (act: Parameters<typeof imports.run>[1]) =>
  run(async () => show(await imports.run(id, act)))
const heading = (isOne: boolean) => run(async () => show(await imports.heading(id, isOne)))
const undo = () => run(async () => show(await imports.undo(id)))
</script>

<template>
  <div class="page breadth stack" :aria-busy="busy">
    <OfficeNav />
    <p>
      <RouterLink to="/office/import">{{ t('office.import.allTables') }}</RouterLink>
    </p>
    <TroubleNote :trouble="refusal" />
    <el-skeleton v-if="!table && !refusal" :rows="8" animated />
    <template v-if="table && mapping">
      <header>
        <h1>{{ table.file_name }}</h1>
        <p class="soft">
          {{
            t('office.import.rows', {
              en: table.rows.toLocaleString('en'),
              encoding: table.encoding,
              separator: KINDS[table.separator],
              state: STATES[table.state],
            })
          }}
        </p>
        <p v-if="table.trouble" class="pending">{{ table.trouble }}</p>
        <p v-if="table.same_file" class="pending">
          {{ t('office.import.theSameFileWasImported', { file_name: table.same_file.file_name }) }}
        </p>
      </header>
      <section v-if="isOpen">
        <h2>{{ t('office.import.stepReading') }}</h2>
        <p>
          <el-radio-group
            :model-value="table.has_heading"
            :disabled="busy"
            :aria-label="t('office.import.firstLine')"
            @change="(yes) => heading(yes as boolean)"
          >
            <el-radio :value="true">{{ t('office.import.theFirstLineNamesThe') }}</el-radio>
            <el-radio :value="false">{{ t('office.import.theFirstLineIsA') }}</el-radio>
          </el-radio-group>
        </p>
        <ImportColumns
          v-model="mapping.columns"
          :columns="table.columns"
          :fields="table.fields"
          @change="save"
        />
        <ImportChoices v-model="mapping" :table="table" @change="save" />
      </section>
      <section v-if="isOpen && table.words.length">
        <h2>{{ t('office.import.stepWords') }}</h2>
        <ImportWords
          v-model="mapping.words"
          :words="table.words"
          :choices="table.choices"
          @change="save"
        />
      </section>
      <section v-if="isOpen">
        <h2>
          {{ t('office.import.firstRowsAsTheyWould', { words: table.words.length ? 3 : 2 }) }}
        </h2>
        <ImportPreview :rows="table.preview" :choices="table.choices" />
      </section>
      <section aria-live="polite" class="acts stack">
        <h2>
          {{
            isOpen
              ? t('office.import.allRows', { words: table.words.length ? 4 : 3 })
              : t('office.import.allRowsTitle')
          }}
        </h2>
        <p v-if="notice" role="status">{{ notice }}</p>
        <p v-if="table.state !== 'read'">
          <template v-if="counts['stored']"
            ><b>{{ t('office.import.imported', { stored: count('stored') }) }}</b
            >;
          </template>
          <template v-if="counts['good']"
            >{{ t('office.import.good', { good: count('good') }) }}
          </template>
          {{
            t('office.import.notImportedAreNoRecords', {
              refused: count('refused'),
              left_out: count('left_out'),
            })
          }}
        </p>
        <el-progress
          v-if="works"
          :percentage="share"
          :indeterminate="table.state === 'checking'"
          :stroke-width="10"
        />
        <div class="row">
          <el-button v-if="isOpen" type="primary" :loading="busy" @click="act('check')">
            {{
              table.state === 'read'
                ? t('office.import.checkAllRows')
                : t('office.import.checkAllRowsAgain')
            }}
          </el-button>
          <el-button
            v-if="table.state === 'checked' && counts['good']"
            class="oilskin"
            :loading="busy"
            @click="act('store')"
          >
            {{ t('office.import.importRows', { good: count('good') }) }}
          </el-button>
          <el-button v-if="works" @click="act('stop')">{{ t('office.import.stop') }}</el-button>
          <el-button v-if="table.state === 'stopped'" type="primary" @click="act('go_on')">
            {{ t('office.import.continue') }}
          </el-button>
          <el-popconfirm
            v-if="['done', 'stopped'].includes(table.state)"
            :title="t('office.import.everythingThatWasImportedWith')"
            :confirm-button-text="t('office.import.undoImport')"
            :cancel-button-text="t('office.import.cancel')"
            width="280"
            @confirm="undo"
          >
            <template #reference
              ><el-button>{{ t('office.import.undoWholeImport') }}</el-button></template
            >
          </el-popconfirm>
        </div>
        <ImportWaiting v-if="table.state === 'done'" :id="id" />
        <ImportRefused
          v-if="counts['refused'] && !works"
          :id="id"
          :key="`${table.state} ${counts['refused']}`"
          :head="table.columns.map((one) => one.name)"
        />
        <form v-if="isOpen && table.has_heading" class="row" @submit.prevent="save">
          <label>
            {{ t('office.import.saveTheseChoicesForTables') }}
            <input v-model="keepAs" class="field" minlength="2" maxlength="80" required />
          </label>
          <el-button native-type="submit">{{ t('office.import.saveChoices') }}</el-button>
        </form>
      </section>
    </template>
  </div>
</template>

<style scoped>
.row {
  gap: var(--gap-3);
  align-items: end;
}
.row .field {
  width: 260px;
}
</style>
