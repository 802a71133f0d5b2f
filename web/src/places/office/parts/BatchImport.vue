<script setup lang="ts">
import { ref } from 'vue'
import { api, type Schemas } from '@/api/client'
import { trouble, type Trouble } from '@/api/refusal'
import TroubleNote from '@/parts/TroubleNote.vue'

const emit = defineEmits<{ stored: [] }>()
const csv = ref('')
const fileName = ref('')
const outcome = ref<Schemas['ImportOutcome'] | null>(null)
const refusal = ref<Trouble | null>(null)

async function read(file: File | undefined) {
  if (!file) return
  csv.value = await file.text()
  fileName.value = file.name
  await send(true)
}
async function send(dryRun: boolean) {
  refusal.value = null
  try {
    outcome.value = await api.importBatches(csv.value, dryRun)
    if (!dryRun) emit('stored')
  } catch (thrown) {
    outcome.value = null
    refusal.value = trouble(thrown)
  }
}
</script>

<template>
  <div class="import">
    <label
      >Or many, as CSV with prefix,digits,first_serial,last_serial,label
      <input
        type="file"
        accept=".csv,text/csv"
        @change="read(($event.target as HTMLInputElement).files?.[0])"
    /></label>
    <TroubleNote :trouble="refusal" />
    <template v-if="outcome">
      <p v-if="outcome.dry_run">
        <b>{{ fileName }}</b>: {{ outcome.rows.filter((row) => !row.faults.length).length }} of
        {{ outcome.rows.length }} rows would be stored. Nothing is stored yet.
      </p>
      <p v-else role="status">{{ outcome.stored }} batches are stored.</p>
      <ul>
        <li v-for="row in outcome.rows.filter((one) => one.faults.length)" :key="row.line">
          Line {{ row.line }}, {{ row.label || 'no label' }}:
          <span v-for="fault in row.faults" :key="fault.column"
            >{{ fault.column }} is “{{ fault.value }}”: {{ fault.rule }}.
          </span>
        </li>
      </ul>
      <el-button
        v-if="outcome.dry_run && outcome.rows.some((row) => !row.faults.length)"
        type="primary"
        @click="send(false)"
        >Store the good rows</el-button
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
