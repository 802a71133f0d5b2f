<script setup lang="ts">
import type { TableIn, TableMapping } from '@/api/imports'
import { t } from '@/words/office'

/** What each column of a table is, beside what stands in it. */
type Column = TableMapping['columns'][number]
const props = defineProps<{ columns: TableIn['columns']; fields: TableIn['fields'] }>()
const model = defineModel<Column[]>({ required: true })
const emit = defineEmits<{ change: [] }>()

const unitsOf = (field: string | null) =>
  props.fields.find((known) => known.key === field)?.units ?? []
function put(place: number, column: Column) {
  model.value = model.value.map((kept, index) => (index === place ? column : kept))
  emit('change')
}
</script>

<template>
  <table v-cards class="list">
    <thead>
      <tr>
        <th>{{ t('office.importColumns.column') }}</th>
        <th>{{ t('office.importColumns.forExample') }}</th>
        <th>{{ t('office.importColumns.means') }}</th>
        <th>{{ t('office.importColumns.in') }}</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="(heading, index) in columns" :key="index" :class="{ soft: !model[index]?.field }">
        <td>
          <b>{{ heading.name || t('office.importColumns.unnamedColumn', { index: index + 1 }) }}</b>
        </td>
        <td class="figures">{{ heading.samples.join(' · ') }}</td>
        <td>
          <el-select
            :model-value="model[index]?.field ?? ''"
            filterable
            :placeholder="t('office.importColumns.chooseAMeaning')"
            :aria-label="t('office.importColumns.meaningOf', { name: heading.name })"
            @change="(field: string) => put(index, { field: field || null })"
          >
            <el-option value="" :label="t('office.importColumns.notImported')" />
            <el-option
              v-for="field in fields"
              :key="field.key"
              :value="field.key"
              :label="field.title"
            />
          </el-select>
        </td>
        <td>
          <el-select
            v-if="unitsOf(model[index]?.field ?? null).length"
            :model-value="model[index]?.unit ?? ''"
            placeholder="unit"
            :aria-label="t('office.importColumns.unitOf', { name: heading.name })"
            @change="(unit: string) => put(index, { ...model[index]!, unit: unit || null })"
          >
            <el-option value="" :label="t('office.importColumns.asEachRowSays')" />
            <el-option
              v-for="unit in unitsOf(model[index]?.field ?? null)"
              :key="unit"
              :value="unit"
              :label="unit"
            />
          </el-select>
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
@media (min-width: 641px) {
  td:nth-child(3) {
    min-width: 220px;
  }
  td:nth-child(4) {
    min-width: 110px;
  }
}
</style>
