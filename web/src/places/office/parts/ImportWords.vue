<script setup lang="ts">
import { WORDED } from '../importWords'
import type { TableIn, TableMapping } from '@/api/imports'

/** Words that are not certain: what each means, guessed where only one thing fits. */
defineProps<{ words: TableIn['words']; choices: TableIn['choices'] }>()
const model = defineModel<TableMapping['words']>({ required: true })
const emit = defineEmits<{ change: [] }>()
const HOW = { open: 'say what it means', likely: 'a guess', chosen: 'as you chose' }

function choose(field: string, key: string, code: string) {
  const rest = { ...model.value[field] }
  if (code) rest[key] = code
  else delete rest[key]
  model.value = { ...model.value, [field]: rest }
  emit('change')
}
</script>

<template>
  <table v-cards class="list">
    <thead>
      <tr>
        <th>where it says</th>
        <th>rows</th>
        <th>it means</th>
        <th></th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="one in words" :key="`${one.field} ${one.word}`">
        <td>
          <b>{{ one.word }}</b>{{ ' ' }}<span class="soft">({{ WORDED[one.field] }})</span>
        </td>
        <td class="tabular">{{ one.rows.toLocaleString('en') }}</td>
        <td>
          <el-select
            :model-value="one.code ?? ''"
            filterable
            placeholder="choose"
            :aria-label="`What ${one.word} means`"
            @change="(code: string) => choose(one.field, one.key, code)"
          >
            <el-option
              v-for="choice in choices[one.field]"
              :key="choice.code"
              :value="choice.code"
              :label="choice.title"
            />
          </el-select>
        </td>
        <td :class="{ open: one.how === 'open', soft: one.how !== 'open' }">{{ HOW[one.how] }}</td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
@media (min-width: 641px) {
  td:nth-child(3) {
    min-width: 240px;
  }
}
.open {
  color: var(--rust);
  font-weight: var(--weight-strong);
}
</style>
