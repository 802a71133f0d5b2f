<script setup lang="ts">
import { WORDED } from '../importWords'
import type { TableIn, TableMapping } from '@/api/imports'
import { t } from '@/words/office'

/** Words that are not certain: what each means, guessed where only one thing fits. */
defineProps<{ words: TableIn['words']; choices: TableIn['choices'] }>()
const model = defineModel<TableMapping['words']>({ required: true })
const emit = defineEmits<{ change: [] }>()
const HOW = {
  open: t('office.importWords.chooseAMeaning'),
  likely: t('office.importWords.aGuess'),
  chosen: t('office.importWords.yourChoice'),
}

function choose(field: string, key: string, code: string) {
  const others = { ...model.value[field] }
  if (code) others[key] = code
  else delete others[key]
  model.value = { ...model.value, [field]: others }
  emit('change')
}
</script>

<template>
  <table v-cards class="list">
    <thead>
      <tr>
        <th>{{ t('office.importWords.column') }}</th>
        <th>{{ t('office.importWords.rows') }}</th>
        <th>{{ t('office.importWords.meaning') }}</th>
        <th></th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="word in words" :key="`${word.field} ${word.word}`">
        <td>
          <b>{{ word.word }}</b>{{ ' ' }}<span class="soft">({{ WORDED[word.field] }})</span>
        </td>
        <td class="tabular">{{ word.rows.toLocaleString('en') }}</td>
        <td>
          <el-select
            :model-value="word.code ?? ''"
            filterable
            placeholder="choose"
            :aria-label="t('office.importWords.meaningOf', { word: word.word })"
            @change="(code: string) => choose(word.field, word.key, code)"
          >
            <el-option
              v-for="choice in choices[word.field]"
              :key="choice.code"
              :value="choice.code"
              :label="choice.title"
            />
          </el-select>
        </td>
        <td :class="{ open: word.how === 'open', soft: word.how !== 'open' }">
          {{ HOW[word.how] }}
        </td>
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
