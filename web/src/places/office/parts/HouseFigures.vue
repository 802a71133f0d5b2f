<script setup lang="ts">
import type { Schemas } from '@/api/client'
import { t } from '@/words/office'

/**
 * The figures of the house, each within its bounds; what costs the fish is only set to the careful
 * side.
 */
type Figure = Schemas['HouseRules']['figures'][number]
defineProps<{ figures: Figure[]; mayChange: boolean; busy: boolean }>()
const chosen = defineModel<Schemas['FiguresSet']>({ required: true })
const emit = defineEmits<{ change: [] }>()

const valueOf = (figure: Figure) => chosen.value[figure.key] ?? figure.default
function set(figure: Figure, text: string) {
  const { [figure.key]: _old, ...others } = chosen.value
  const value = Number(text)
  chosen.value =
    text === '' || value === figure.default ? others : { ...others, [figure.key]: value }
  emit('change')
}
</script>

<template>
  <section id="figures">
    <h2>{{ t('office.houseFigures.figures') }}</h2>
    <div class="figures-grid">
      <label v-for="figure in figures" :key="figure.key">
        {{ figure.name[0]!.toUpperCase() + figure.name.slice(1) }}, {{ figure.unit }}
        <input
          class="field"
          type="number"
          step="1"
          :min="figure.least"
          :max="figure.most"
          :value="valueOf(figure)"
          :disabled="!mayChange || busy"
          @change="set(figure, ($event.target as HTMLInputElement).value)"
        />
        <small class="soft">{{
          t('office.houseFigures.toOursIs', {
            least: figure.least,
            most: figure.most,
            default: figure.default,
            why: figure.why,
          })
        }}</small>
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
