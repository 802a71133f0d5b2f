<script setup lang="ts">
import type { TableIn, TableMapping } from '@/api/imports'

/** What each column of a table is, beside what stands in it. */
type Column = TableMapping['columns'][number]
const props = defineProps<{ columns: TableIn['columns']; fields: TableIn['fields'] }>()
const model = defineModel<Column[]>({ required: true })
const emit = defineEmits<{ change: [] }>()

const unitsOf = (field: string | null) => props.fields.find((one) => one.key === field)?.units ?? []
function put(at: number, column: Column) {
  model.value = model.value.map((one, index) => (index === at ? column : one))
  emit('change')
}
</script>

<template>
  <table v-cards class="list">
    <thead>
      <tr>
        <th>column</th>
        <th>for example</th>
        <th>is</th>
        <th>in</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="(one, at) in columns" :key="at" :class="{ soft: !model[at]?.field }">
        <td>
          <b>{{ one.name || `column ${at + 1}` }}</b>
        </td>
        <td class="figures">{{ one.samples.join(' · ') }}</td>
        <td>
          <el-select
            :model-value="model[at]?.field ?? ''"
            filterable
            placeholder="say what it is"
            :aria-label="`What ${one.name} is`"
            @change="(field: string) => put(at, { field: field || null })"
          >
            <el-option value="" label="not taken" />
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
            v-if="unitsOf(model[at]?.field ?? null).length"
            :model-value="model[at]?.unit ?? ''"
            placeholder="unit"
            :aria-label="`Unit of ${one.name}`"
            @change="(unit: string) => put(at, { ...model[at]!, unit: unit || null })"
          >
            <el-option value="" label="each says it" />
            <el-option
              v-for="unit in unitsOf(model[at]?.field ?? null)"
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
