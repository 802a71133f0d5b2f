<script setup lang="ts">
type Bleeding = 'none' | 'light' | 'heavy'
const props = defineProps<{ bleeding: Bleeding; swollen: boolean; rollsOver: boolean }>()
const emit = defineEmits<{ change: [part: { bleeding: Bleeding }]; swollen: []; rolls: [] }>()

const NEXT: Record<Bleeding, Bleeding> = { none: 'light', light: 'heavy', heavy: 'none' }
const BLOOD: Record<Bleeding, string> = { none: 'no blood', light: 'some blood', heavy: 'heavy blood' }
const bleed = () => emit('change', { bleeding: NEXT[props.bleeding] })
</script>

<template>
  <div class="signs" role="group" aria-label="Signs">
    <button type="button" :class="{ on: bleeding !== 'none' }" :aria-label="`Bleeding: ${bleeding}. Touch to change`" @click="bleed">{{ BLOOD[bleeding] }}</button>
    <button type="button" :class="{ on: swollen }" :aria-pressed="swollen" @click="emit('swollen')">swollen</button>
    <button type="button" :class="{ on: rollsOver }" :aria-pressed="rollsOver" @click="emit('rolls')">rolls over</button>
  </div>
</template>

<style scoped>
.signs {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 6px;
}
button {
  min-height: 34px;
  padding: 0 4px;
  border: 1px solid var(--line-strong);
  border-radius: 8px;
  background: var(--sheet);
  font-size: 15px;
  cursor: pointer;
  touch-action: manipulation;
}
.on {
  border: 3px solid var(--rust);
  font-weight: var(--weight-strong);
}
</style>
