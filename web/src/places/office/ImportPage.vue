<script setup lang="ts">
import { computed, onMounted, onUnmounted, ref, shallowRef } from 'vue'
import { useRoute } from 'vue-router'
import { imports, type TableIn, type TableMapping } from '@/api/imports'
import { useAct } from '@/api/useAct'
import TroubleNote from '@/parts/TroubleNote.vue'
import OfficeNav from './parts/OfficeNav.vue'
import ImportColumns from './parts/ImportColumns.vue'
import ImportPreview from './parts/ImportPreview.vue'
import ImportRefused from './parts/ImportRefused.vue'
import ImportWaiting from './parts/ImportWaiting.vue'
import ImportWords from './parts/ImportWords.vue'
import { DATE_ORDERS, FATES, LENGTH_HOWS, STATES } from './importWords'

/** One table on its way in: how it is read, what each row would be, and all of it in or out. */
const EVERY_MS = 1000
const SEPARATORS: Record<string, string> = { ';': 'semicolons', '\t': 'tabs', ',': 'commas' }
const id = Number(useRoute().params['id'])
const table = shallowRef<TableIn | null>(null)
const mapping = ref<TableMapping | null>(null)
const keepAs = ref('')
const { busy, refusal, said, run } = useAct()
let timer = 0

function show(found: TableIn) {
  table.value = found
  mapping.value = structuredClone(found.mapping)
  window.clearTimeout(timer)
  if (works.value) timer = window.setTimeout(look, EVERY_MS)
}
const look = () => run(async () => show(await imports.show(id)))
const works = computed(() => ['checking', 'storing'].includes(table.value?.state ?? ''))
const isOpen = computed(() => ['read', 'checked'].includes(table.value?.state ?? ''))
onMounted(look)
onUnmounted(() => window.clearTimeout(timer))

const counts = computed(() => table.value?.counts ?? {})
const count = (state: string) => (counts.value[state] ?? 0).toLocaleString('en')
const share = computed(() => {
  const found = table.value
  if (!found) return 0
  const done = found.state === 'storing' ? (counts.value['stored'] ?? 0) : found.rows
  const all = done + (counts.value['good'] ?? 0)
  return found.state === 'storing' && all ? Math.round((100 * done) / all) : 0
})
const save = () =>
  run(async () => {
    show(await imports.map(id, mapping.value!, keepAs.value || null))
    said.value = keepAs.value ? `Kept as ${keepAs.value}.` : ''
  })
const act = (what: Parameters<typeof imports.run>[1]) =>
  run(async () => show(await imports.run(id, what)))
const undo = () => run(async () => show(await imports.undo(id)))
</script>

<template>
  <div class="page wide stack">
    <OfficeNav />
    <p><RouterLink to="/office/old-records">All tables</RouterLink></p>
    <TroubleNote :trouble="refusal" />
    <el-skeleton v-if="!table && !refusal" :rows="8" animated />
    <template v-if="table && mapping">
      <header>
        <h1>{{ table.file_name }}</h1>
        <p class="soft">
          {{ table.rows.toLocaleString('en') }} rows, {{ table.encoding }}, columns parted by
          {{ SEPARATORS[table.separator] ?? table.separator }}; {{ STATES[table.state] }}.
        </p>
        <p v-if="table.same_file" class="warn">
          The same file came in before as {{ table.same_file.file_name }}. Its rows stay out.
        </p>
      </header>
      <section v-if="isOpen">
        <h2>1 How it is read</h2>
        <ImportColumns
          v-model="mapping.columns"
          :columns="table.columns"
          :fields="table.fields"
          @change="save"
        />
        <div class="rest">
          <label v-if="mapping.columns.some((one) => one.field === 'date')">
            Dates are written
            <el-select
              v-model="mapping.date_order"
              clearable
              placeholder="each says it"
              @change="save"
            >
              <el-option v-for="(name, key) in DATE_ORDERS" :key :value="key" :label="name" />
            </el-select>
          </label>
          <label>
            Before decimals stands
            <el-select v-model="mapping.decimal" @change="save">
              <el-option value="." label="a point" /><el-option value="," label="a comma" />
            </el-select>
          </label>
          <label>
            Lengths were measured
            <el-select v-model="mapping.length_how" clearable placeholder="choose" @change="save">
              <el-option v-for="(name, key) in LENGTH_HOWS" :key :value="key" :label="name" />
            </el-select>
          </label>
          <label>
            Where it does not say, a fish
            <el-select v-model="mapping.fate" clearable placeholder="choose" @change="save">
              <el-option v-for="(name, key) in FATES" :key :value="key" :label="name" />
            </el-select>
          </label>
          <label>
            Rows without a name are of
            <el-select
              v-model="mapping.member"
              clearable
              filterable
              placeholder="nobody"
              @change="save"
            >
              <el-option
                v-for="one in table.choices['member']"
                :key="one.code"
                :value="one.code"
                :label="one.title"
              />
            </el-select>
          </label>
          <label>
            Rows without a place are from
            <el-select
              v-model="mapping.spot"
              clearable
              filterable
              placeholder="nowhere"
              @change="save"
            >
              <el-option
                v-for="one in table.choices['spot']"
                :key="one.code"
                :value="one.code"
                :label="one.title"
              />
            </el-select>
          </label>
          <el-checkbox v-model="mapping.down" @change="save">
            A blank day, name or place is the one above
          </el-checkbox>
        </div>
      </section>
      <section v-if="isOpen && table.words.length">
        <h2>2 What words mean</h2>
        <ImportWords
          v-model="mapping.words"
          :words="table.words"
          :choices="table.choices"
          @change="save"
        />
      </section>
      <section v-if="isOpen">
        <h2>3 The first rows, as they would be</h2>
        <ImportPreview :rows="table.preview" :choices="table.choices" />
      </section>
      <section aria-live="polite" class="acts stack">
        <h2>{{ isOpen ? '4 All rows' : 'All rows' }}</h2>
        <p v-if="said" role="status">{{ said }}</p>
        <p v-if="table.state !== 'read'">
          <template v-if="counts['stored']"
            ><b>{{ count('stored') }} came in</b>;
          </template>
          <template v-if="counts['good']">{{ count('good') }} good; </template>
          {{ count('refused') }} stay out; {{ count('left_out') }} are no records (sums, repeated
          heads).
        </p>
        <el-progress
          v-if="works"
          :percentage="share"
          :indeterminate="table.state === 'checking'"
          :stroke-width="10"
        />
        <div class="row">
          <el-button v-if="isOpen" type="primary" :loading="busy" @click="act('check')">
            {{ table.state === 'read' ? 'Try all rows' : 'Try all rows again' }}
          </el-button>
          <el-button
            v-if="table.state === 'checked' && counts['good']"
            class="oilskin"
            :loading="busy"
            @click="act('store')"
          >
            Bring {{ count('good') }} rows in
          </el-button>
          <el-button v-if="works" @click="act('stop')">Stop</el-button>
          <el-button v-if="table.state === 'stopped'" type="primary" @click="act('go_on')">
            Go on
          </el-button>
          <el-popconfirm
            v-if="['done', 'stopped'].includes(table.state)"
            title="All that came in with this table is taken out again. Take it back?"
            confirm-button-text="Take it back"
            cancel-button-text="Leave it"
            width="280"
            @confirm="undo"
          >
            <template #reference><el-button>Take the whole table back</el-button></template>
          </el-popconfirm>
        </div>
        <ImportWaiting v-if="table.state === 'done'" :id="id" />
        <ImportRefused
          v-if="counts['refused'] && !works"
          :id="id"
          :key="`${table.state} ${counts['refused']}`"
          :head="table.columns.map((one) => one.name)"
        />
        <form v-if="isOpen" class="row" @submit.prevent="save">
          <label>
            Keep this reading for tables with the same heads, as
            <input v-model="keepAs" class="field" minlength="2" maxlength="80" required />
          </label>
          <el-button native-type="submit">Keep it</el-button>
        </form>
      </section>
    </template>
  </div>
</template>

<style scoped>
.rest {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(220px, 1fr));
  gap: var(--gap-3);
  align-items: end;
  margin-top: var(--gap-3);
}
.row {
  gap: var(--gap-3);
  align-items: end;
}
.row .field {
  width: 260px;
}
.warn {
  border-left: 5px solid var(--rust);
  padding: var(--gap-2) var(--gap-3);
}
</style>
