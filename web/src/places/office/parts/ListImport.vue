<script setup lang="ts">
import { computed, shallowRef } from 'vue'
import type { Schemas } from '@/api/client'
import { useAct } from '@/api/useAct'
import TroubleNote from '@/parts/TroubleNote.vue'

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
        :aria-label="`A file of ${noun}`"
        @change="read(($event.target as HTMLInputElement).files?.[0])"
      />
    </label>
    <a v-if="table" :href="table" download>What is here, as such a table</a>
    <TroubleNote :trouble="refusal" />
    <template v-if="outcome">
      <p v-if="outcome.dry_run">
        <b>{{ file?.name }}</b>: {{ good.length }} of {{ outcome.rows.length }} rows would be
        stored. Nothing is stored yet.
      </p>
      <p v-else role="status">{{ outcome.stored }} {{ noun }} are stored.</p>
      <ul>
        <li v-for="row in bad" :key="row.line">
          Line {{ row.line }}, {{ row.label || 'without a name' }}:
          <span v-for="fault in row.faults" :key="fault.column">
            {{ fault.column }} is “{{ fault.value }}”: {{ fault.rule }}
          </span>
        </li>
      </ul>
      <el-button
        v-if="outcome.dry_run && good.length"
        type="primary"
        :loading="busy"
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
