<script setup lang="ts">
import { computed, shallowRef } from 'vue'
import type { Schemas } from '@/api/client'
import { useAct } from '@/api/useAct'
import TroubleNote from '@/parts/TroubleNote.vue'
import { t } from '@/words/office'

/** Many at once from a file: tried first, and stored only when somebody says so. */
const props = defineProps<{
  /** What is in the file, as in "a file of members". */
  noun: string
  /** Which columns, and what else should be known of it. */
  hint: string
  accept?: string
  /** Where what is there goes out in the same form. */
  table?: string
  send: (file: File, dryRun: boolean) => Promise<Schemas['ImportOutcome']>
}>()
const emit = defineEmits<{ stored: [] }>()
const file = shallowRef<File | null>(null)
const outcome = shallowRef<Schemas['ImportOutcome'] | null>(null)
const { busy, refusal, run } = useAct()
const good = computed(() => outcome.value?.rows.filter((row) => !row.faults.length) ?? [])
const bad = computed(() => outcome.value?.rows.filter((row) => row.faults.length) ?? [])

const read = (chosen: File | undefined) => {
  if (!chosen) return
  file.value = chosen
  void send(true)
}
const send = (dryRun: boolean) =>
  run(async () => {
    outcome.value = null
    outcome.value = await props.send(file.value!, dryRun)
    if (!dryRun) emit('stored')
  })
</script>

<template>
  <div class="import">
    <label>
      {{ hint }}
      <input
        type="file"
        :accept="accept ?? '.csv,text/csv'"
        :disabled="busy"
        :aria-label="t('office.listImport.aFileOf', { noun })"
        @change="read(($event.target as HTMLInputElement).files?.[0])"
      />
    </label>
    <a v-if="table" :href="table" download>{{ t('office.listImport.currentListAsSuchA') }}</a>
    <TroubleNote :trouble="refusal" />
    <template v-if="outcome">
      <p v-if="outcome.dry_run">
        <b>{{ file?.name }}</b>{{
          t('office.listImport.ofRowsCanBeSaved', { good: good.length, rows: outcome.rows.length })
        }}
      </p>
      <p v-else role="status">
        {{ t('office.listImport.rowsSaved', { stored: outcome.stored }) }}
      </p>
      <ul>
        <li v-for="row in bad" :key="row.line">
          {{
            t('office.listImport.line', {
              line: row.line,
              name: row.label || t('office.listImport.withoutAName'),
            })
          }}
          <span v-for="fault in row.faults" :key="fault.column">
            {{
              t('office.listImport.is', {
                column: fault.column,
                fault: fault.value,
                rule: fault.rule,
              })
            }}
          </span>
        </li>
      </ul>
      <el-button
        v-if="outcome.dry_run && good.length"
        type="primary"
        :loading="busy"
        @click="send(false)"
        >{{ t('office.listImport.saveTheGoodRows') }}</el-button
      >
    </template>
  </div>
</template>

<style scoped>
.import {
  display: grid;
  gap: var(--gap-2);
  justify-items: start;
  font-size: 15px;
}
ul {
  margin: 0;
  padding-left: 1.2em;
}
</style>
