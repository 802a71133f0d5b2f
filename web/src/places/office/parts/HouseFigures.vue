<script setup lang="ts">
import type { Schemas } from '@/api/client'

/**
 * The figures of the house, each within its bounds; what costs the fish is only set to the careful
 * side.
 */
type Figure = Schemas['HouseRules']['figures'][number]
defineProps<{ figures: Figure[]; mayChange: boolean; busy: boolean }>()
const chosen = defineModel<Schemas['FiguresSet']>({ required: true })
const emit = defineEmits<{ change: [] }>()

const valueOf = (one: Figure) => chosen.value[one.key] ?? one.default
function set(one: Figure, text: string) {
  const { [one.key]: _old, ...rest } = chosen.value
  const value = Number(text)
  chosen.value = text === '' || value === one.default ? rest : { ...rest, [one.key]: value }
  emit('change')
}
</script>

<template>
  <section id="figures">
    <h2>Figures</h2>
    <div class="figures-grid">
      <label v-for="one in figures" :key="one.key">
        {{ one.name[0]!.toUpperCase() + one.name.slice(1) }}, {{ one.unit }}
        <input
          class="field"
          type="number"
          step="1"
          :min="one.least"
          :max="one.most"
          :value="valueOf(one)"
          :disabled="!mayChange || busy"
          @change="set(one, ($event.target as HTMLInputElement).value)"
        />
        <small class="soft"
          >{{ one.least }} to {{ one.most }}, ours is {{ one.default }}. {{ one.why }}</small
        >
      </label>
    </div>
  </section>
</template>

<style scoped>
.figures-grid {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(230px, 1fr));
  gap: var(--gap-3);
  margin-top: var(--gap-2);
}
label {
  display: grid;
  align-content: start;
  gap: 2px;
  font-size: 15px;
  line-height: 1.25;
}
.field {
  min-height: 44px;
}
</style>
