<script setup lang="ts">
import { onMounted, shallowRef } from 'vue'
import { useRouter } from 'vue-router'
import { imports } from '@/api/imports'
import { useAct } from '@/api/useAct'
import { shortDateText } from '@/format/units'
import TroubleNote from '@/parts/TroubleNote.vue'
import { t } from '@/words/office'
import OfficeNav from './parts/OfficeNav.vue'
import { COUNTED, STATES } from './importWords'

/** Tables of old records: those that were sent, and the place to send one. */
const list = shallowRef<Awaited<ReturnType<typeof imports.list>>['imports'] | null>(null)
const { busy, refusal, run } = useAct()
const router = useRouter()
onMounted(() => run(async () => void (list.value = (await imports.list()).imports)))

const send = (file: File | undefined) => {
  if (!file) return
  run(async () => {
    const imported = await imports.send(file.name, file)
    await router.push(`/office/import/${imported.id}`)
  })
}
const chosen = (event: Event) => {
  const field = event.target as HTMLInputElement
  send(field.files?.[0])
  field.value = ''
}
const counted = (counts: Record<string, number>) =>
  Object.entries(COUNTED)
    .filter(([state]) => counts[state])
    .map(([state, word]) => `${counts[state]!.toLocaleString('en')} ${word}`)
    .join(', ')
</script>

<template>
  <div class="page stack">
    <OfficeNav />
    <h1>{{ t('office.imports.import') }}</h1>
    <p class="soft">
      {{ t('office.imports.importATableAsIt') }}
    </p>
    <TroubleNote :trouble="refusal" />
    <label
      class="drop"
      :class="{ busy }"
      @dragover.prevent
      @drop.prevent="send($event.dataTransfer?.files[0])"
    >
      <b>{{ busy ? t('office.imports.reading') : t('office.imports.chooseATableOrDrop') }}</b>
      <span class="soft">{{ t('office.imports.csvExcelOpendocumentOrJson') }}</span>
      <input
        type="file"
        class="unseen"
        accept=".csv,.tsv,.txt,text/csv"
        :disabled="busy"
        @change="chosen"
      />
    </label>
    <el-skeleton v-if="!list && !refusal" :rows="4" animated />
    <p v-else-if="list && !list.length" class="soft">
      {{ t('office.imports.noTablesImportedYetChoose') }}
    </p>
    <table v-else-if="list" v-cards class="list">
      <thead>
        <tr>
          <th>{{ t('office.imports.table') }}</th>
          <th>{{ t('office.imports.sent') }}</th>
          <th>{{ t('office.imports.by') }}</th>
          <th>{{ t('office.imports.status') }}</th>
          <th>{{ t('office.imports.rows') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="imported in list" :key="imported.id">
          <td>
            <RouterLink :to="`/office/import/${imported.id}`">{{ imported.file_name }}</RouterLink>
          </td>
          <td class="tabular">{{ shortDateText(imported.made_at) }}</td>
          <td>{{ imported.by }}</td>
          <td>{{ STATES[imported.state] }}</td>
          <td class="tabular">{{ counted(imported.counts) }}</td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.drop {
  display: grid;
  gap: var(--gap-1);
  justify-items: center;
  padding: var(--gap-5);
  border: 2px dashed var(--line);
  border-radius: var(--round);
  cursor: pointer;
}
.drop:hover,
.drop:focus-within {
  border-color: var(--kelp);
  background: var(--kelp-soft);
}
</style>
