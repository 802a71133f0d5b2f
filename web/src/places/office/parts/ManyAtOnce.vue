<script setup lang="ts">
import { api } from '@/api/client'
import { t } from '@/words/office'
import ListImport from './ListImport.vue'

/** Members, species or spots from a list that somebody kept, and the list of what is here. */
defineProps<{ kind: 'members' | 'species' | 'spots'; hint: string; accept?: string }>()
const emit = defineEmits<{ stored: [] }>()
</script>

<template>
  <details>
    <summary>{{ t('office.manyAtOnce.importMany', { kind }) }}</summary>
    <ListImport
      :noun="kind"
      :hint="hint"
      :accept="accept"
      :table="`/api/lists/${kind}`"
      :send="(file, dryRun) => api.importList(kind, file, dryRun)"
      @stored="emit('stored')"
    />
  </details>
</template>
