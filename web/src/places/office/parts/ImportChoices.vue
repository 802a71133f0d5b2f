<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import type { TableIn, TableMapping } from '@/api/imports'
import { t } from '@/words/office'
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
      prefix_printed
        ? t('office.importChoices.ours', { prefix })
        : t('office.importChoices.oursInOurRecordsOnly', { prefix }),
    ]),
  ),
)
const whose = computed<Record<string, string>>(() => ({
  ...series.value,
  other: t('office.importChoices.anotherProgrammes'),
}))
const kinds = computed<Record<string, string>>(() => ({
  usual: t('office.importChoices.theUsualLengthOfEach'),
  ...offered('length_kind'),
}))
const choices = computed<Choice[]>(() => [
  {
    name: 'numbers',
    title: t('office.importChoices.tagNumbersWithoutLettersAre'),
    none: t('office.importChoices.choose'),
    options: whose.value,
  },
  {
    name: 'length_kind',
    title: t('office.importChoices.lengthsAreMeasured'),
    none: t('office.importChoices.choose'),
    options: kinds.value,
  },
  {
    name: 'length_how',
    title: t('office.importChoices.lengthsWereMeasured'),
    none: t('office.importChoices.choose'),
    options: LENGTH_HOWS,
  },
  {
    name: 'zone',
    title: t('office.importChoices.timesWithoutAZoneAre'),
    none: t('office.importChoices.choose'),
    options: ZONES,
  },
  {
    name: 'date_order',
    title: t('office.importChoices.datesAreWritten'),
    none: t('office.importChoices.asEachRowSays'),
    options: DATE_ORDERS,
  },
  {
    name: 'fate',
    title: t('office.importChoices.whereTheTableDoesNot'),
    none: t('office.importChoices.choose'),
    options: FATES,
  },
  {
    name: 'twice',
    title: t('office.importChoices.aRepeatedRowIs'),
    none: t('office.importChoices.choose'),
    options: TWICE,
  },
  {
    name: 'untaken',
    title: t('office.importChoices.columnsWithoutAMeaningAre'),
    none: t('office.importChoices.choose'),
    options: UNTAKEN,
  },
  {
    name: 'member',
    title: t('office.importChoices.rowsWithoutANameAre'),
    none: t('office.importChoices.nobody'),
    options: offered('member'),
  },
  {
    name: 'strangers',
    title: t('office.importChoices.namesOfNoMemberAre'),
    none: t('office.importChoices.chooseForEach'),
    options: STRANGERS,
  },
  {
    name: 'spot',
    title: t('office.importChoices.rowsWithoutAPlaceAre'),
    none: t('office.importChoices.nowhere'),
    options: offered('spot'),
  },
  {
    name: 'unreadable',
    title: t('office.importChoices.anUnreadableOptionalCell'),
    none: t('office.importChoices.keepsItsRowOut'),
    options: SPARED,
  },
  {
    name: 'decimal',
    title: t('office.importChoices.theDecimalMarkIs'),
    none: '',
    options: { '.': t('office.importChoices.aPoint'), ',': t('office.importChoices.aComma') },
  },
])
const rowsOf = (ask: string) => props.table.asks.find((asked) => asked.ask === ask)?.rows ?? 0
const counted = (rows: number) =>
  t('office.importChoices.rows', { rows: rows.toLocaleString('en') }, rows)
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
        <b>{{ t('office.importChoices.rowsWaitForAnAnswer') }}</b><template
          v-if="table.state === 'read'"
          >{{ t('office.importChoices.amongTheFirst') }}</template
        >:
      </p>
      <ul>
        <li v-for="report in waits" :key="report.ask">
          {{ counted(report.rows) }}:
          {{
            ASKED[report.ask] ??
            t('office.importChoices.whatWordsMean', { ask: WORDED[report.ask] })
          }}
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
        {{ t('office.importChoices.nameOfThatProgramme') }}
        <input
          class="field"
          maxlength="120"
          :value="mapping.other_programme ?? ''"
          @change="choose('other_programme', ($event.target as HTMLInputElement).value)"
        />
      </label>
      <fieldset :class="{ asked: rowsOf('years') }">
        <legend>
          {{ t('office.importChoices.yearsOfTwoDigitsAre') }}
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
        {{ t('office.importChoices.aBlankDayNameOr') }}
      </el-checkbox>
    </div>
    <p v-if="rowsOf('numbers')" class="soft">
      {{ t('office.importChoices.yourOwnOldSeriesIs') }}
      <RouterLink to="/office/tags">{{ t('office.importChoices.officeTags') }}</RouterLink>{{
        t('office.importChoices.withOrWithoutLettersOn')
      }}
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
