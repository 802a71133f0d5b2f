<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'
import { t } from '@/words/deck'

/** Something else on the hook: one touch logs it, let go untagged. */
const props = defineProps<{ species: Schemas['CardSpecies'][] }>()
const emit = defineEmits<{ catch: [code: string]; close: [] }>()
const search = ref('')
/** The programme's own list; the rest of the catalogue is found by its name. */
const shown = computed(() => {
  const text = search.value.trim().toLowerCase()
  return props.species.filter((species) =>
    text
      ? [species.common_name, ...(species.nicknames ?? [])].some((name) =>
          name.toLowerCase().includes(text),
        )
      : (species.is_local ?? true),
  )
})
</script>

<template>
  <section class="other" :aria-label="t('deck.otherCatch.otherCatch')">
    <header>
      <label class="unseen" for="other-search">{{ t('deck.otherCatch.findAnAnimal') }}</label>
      <input
        id="other-search"
        v-model="search"
        :placeholder="t('deck.otherCatch.findAnAnimal')"
        autocomplete="off"
        @keydown.enter="shown[0] && emit('catch', shown[0].code)"
      />
      <button type="button" @click="emit('close')">{{ t('deck.otherCatch.close') }}</button>
    </header>
    <p class="soft">
      {{ t('deck.otherCatch.touchTheAnimalItIs') }}
    </p>
    <div class="animals">
      <button
        v-for="kind in shown"
        :key="kind.code"
        type="button"
        :data-animal="kind.code"
        @click="emit('catch', kind.code)"
      >
        {{ kind.common_name }}
      </button>
    </div>
    <p v-if="!shown.length">
      {{ t('deck.otherCatch.theCardHasNoAnimal') }}
    </p>
  </section>
</template>

<style scoped>
.other {
  overflow: auto;
  display: grid;
  gap: var(--gap-2);
  align-content: start;
}
header {
  display: flex;
  gap: var(--gap-2);
}
input {
  flex: 1;
  min-height: 42px;
  font: inherit;
}
.animals {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(112px, 1fr));
  gap: 6px;
}
button {
  min-height: 44px;
  padding: 2px 8px;
  border: 1px solid var(--line-strong);
  border-radius: 10px;
  background: var(--sheet);
  font-size: 15px;
  line-height: 1.1;
  cursor: pointer;
}
</style>
