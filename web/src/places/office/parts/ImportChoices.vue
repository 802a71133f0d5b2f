<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { TableIn, TableMapping } from '@/api/imports'
import {
  ASKED,
  DATE_ORDERS,
  FATES,
  LENGTH_HOWS,
  SPARED,
  STRANGERS,
  TWICE,
  UNTAKEN,
  WORDED,
  ZONES,
} from '../importWords'

/** Choices that hold for the whole table, and how many rows wait for each. */
const props = defineProps<{ table: TableIn }>()
const mapping = defineModel<TableMapping>({ required: true })
const emit = defineEmits<{ change: [] }>()

type Name = Exclude<keyof TableMapping, 'columns' | 'words' | 'down' | 'years'>
type Choice = { name: Name; title: string; none: string; options: Record<string, string> }
const offered = (field: string): Record<string, string> =>
  Object.fromEntries(
    (props.table.choices[field] ?? []).map((choice) => [choice.code, choice.title]),
  )
const series = computed<Record<string, string>>(() =>
  Object.fromEntries(
    props.table.series.map(({ prefix, prefix_printed }) => [
      prefix,
      prefix_printed ? `ours, ${prefix}` : `ours, ${prefix} in our books alone`,
    ]),
  ),
)
const whose = computed<Record<string, string>>(() => ({
  ...series.value,
  other: 'another programme’s',
}))
const kinds = computed<Record<string, string>>(() => ({
  usual: 'as is usual for each species',
  ...offered('length_kind'),
}))
const choices = computed<Choice[]>(() => [
  {
    name: 'numbers',
    title: 'Tag numbers without letters are',
    none: 'asked for',
    options: whose.value,
  },
  {
    name: 'length_kind',
    title: 'Lengths go',
    none: 'asked for',
    options: kinds.value,
  },
  { name: 'length_how', title: 'Lengths were measured', none: 'asked for', options: LENGTH_HOWS },
  { name: 'zone', title: 'Times without a zone are', none: 'asked for', options: ZONES },
  { name: 'date_order', title: 'Dates are written', none: 'each says it', options: DATE_ORDERS },
  { name: 'fate', title: 'Where it does not say, a fish', none: 'asked for', options: FATES },
  { name: 'twice', title: 'A row that stands twice is', none: 'asked for', options: TWICE },
  {
    name: 'untaken',
    title: 'Columns that are not taken are',
    none: 'asked for',
    options: UNTAKEN,
  },
  {
    name: 'member',
    title: 'Rows without a name are of',
    none: 'nobody',
    options: offered('member'),
  },
  {
    name: 'strangers',
    title: 'Names that are no member’s are',
    none: 'asked for, each',
    options: STRANGERS,
  },
  {
    name: 'spot',
    title: 'Rows without a place are from',
    none: 'nowhere',
    options: offered('spot'),
  },
  {
    name: 'unreadable',
    title: 'A cell that can be spared and cannot be read',
    none: 'keeps its row out',
    options: SPARED,
  },
  {
    name: 'decimal',
    title: 'Before decimals stands',
    none: '',
    options: { '.': 'a point', ',': 'a comma' },
  },
])
const rowsOf = (ask: string) => props.table.asks.find((asked) => asked.ask === ask)?.rows ?? 0
const counted = (rows: number) => `${rows.toLocaleString('en')} ${rows === 1 ? 'row' : 'rows'}`
const waits = computed(() =>
  props.table.asks.filter((ask) => ask.ask in ASKED || ask.ask in WORDED),
)
function choose(name: Name, code: string | undefined) {
  mapping.value = { ...mapping.value, [name]: code || null } as TableMapping
  emit('change')
}
/** As they are typed; what comes back from the server does not write over them. */
const span = ref<string[]>([])
watch(
  () => props.table.has_heading,
  () => (span.value = (mapping.value.years ?? ['', '']).map(String)),
  { immediate: true },
)
function keepSpan() {
  const years = span.value.map((text) => text.trim())
  const whole = years.length === 2 && years.every((text) => /^(19|20)\d\d$/.test(text))
  if (!whole && years.some(Boolean)) return
  mapping.value = { ...mapping.value, years: whole ? years.map(Number) : null }
  emit('change')
}
</script>

<template>
  <div class="stack">
    <div v-if="waits.length" class="pending" role="status">
      <p>
        <b>Rows wait for an answer</b
        ><template v-if="table.state === 'read'">, among the first</template>:
      </p>
      <ul>
        <li v-for="report in waits" :key="report.ask">
          {{ counted(report.rows) }}:
          {{ ASKED[report.ask] ?? `what words mean: ${WORDED[report.ask]}` }}
        </li>
      </ul>
    </div>
    <div class="rest">
      <label v-for="choice in choices" :key="choice.name" :class="{ asked: rowsOf(choice.name) }">
        {{ choice.title }}
        <span v-if="rowsOf(choice.name)" class="count">{{ counted(rowsOf(choice.name)) }}</span>
        <el-select
          :model-value="mapping[choice.name] ?? ''"
          :clearable="choice.name !== 'decimal'"
          filterable
          :placeholder="choice.none"
          @change="(code: string) => choose(choice.name, code)"
        >
          <el-option v-for="(name, key) in choice.options" :key :value="key" :label="name" />
        </el-select>
      </label>
      <label v-if="mapping.numbers === 'other'">
        That programme is called
        <input
          class="field"
          maxlength="120"
          :value="mapping.other_programme ?? ''"
          @change="choose('other_programme', ($event.target as HTMLInputElement).value)"
        />
      </label>
      <fieldset :class="{ asked: rowsOf('years') }">
        <legend>
          Years of two digits lie
          <span v-if="rowsOf('years')" class="count">{{ counted(rowsOf('years')) }}</span>
        </legend>
        <label v-for="(side, index) in ['from', 'to']" :key="side"
          >{{ side }}
          <input
            v-model="span[index]"
            class="field year"
            inputmode="numeric"
            maxlength="4"
            @change="keepSpan"
        /></label>
      </fieldset>
      <el-checkbox v-model="mapping.down" @change="emit('change')">
        A blank day, name or place is the one above
      </el-checkbox>
    </div>
    <p v-if="rowsOf('numbers')" class="soft">
      An old series of your own that is not here yet: enter its batch first, under
      <RouterLink to="/office/tags">Office, Tags</RouterLink>, with or without letters on the tag.
    </p>
  </div>
</template>

<style scoped>
.rest {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(260px, 1fr));
  gap: var(--gap-3);
  align-items: end;
}
.asked {
  border-left: 5px solid var(--rust);
  padding-left: var(--gap-2);
}
.count {
  color: var(--rust);
  font-weight: var(--weight-strong);
}
.pending ul {
  margin: var(--gap-1) 0 0;
}
fieldset {
  border: 0;
  margin: 0;
  padding: 0;
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-2);
  align-items: center;
}
fieldset.asked {
  padding-left: var(--gap-2);
}
.year {
  width: 72px;
}
</style>
