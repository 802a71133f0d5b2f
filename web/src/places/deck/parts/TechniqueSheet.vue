<script setup lang="ts">
import { computed } from 'vue'
import { CARDS } from '@/drawings/cards'
import TechniqueSteps from '@/drawings/TechniqueSteps.vue'
import { t } from '@/words/deck'

/** How it is done, under the clock that goes on. */
const { technique } = defineProps<{ technique: string }>()
const emit = defineEmits<{ close: [] }>()
const card = computed(() => CARDS.find((card) => card.key === technique) ?? null)
</script>

<template>
  <section v-if="card" class="technique" :aria-label="card.title">
    <header>
      <h2>{{ card.title }}</h2>
      <el-button size="large" @click="emit('close')">{{
        t('deck.techniqueSheet.close')
      }}</el-button>
    </header>
    <TechniqueSteps :card="card" />
  </section>
</template>

<style scoped>
.technique {
  overflow-y: auto;
  padding: var(--gap-2) var(--gap-3);
  background: var(--sheet);
  border: 2px solid var(--line-strong);
  border-radius: var(--round);
}
header {
  display: flex;
  justify-content: space-between;
  align-items: center;
  gap: var(--gap-3);
}
h2 {
  font-size: 18px;
}
</style>
