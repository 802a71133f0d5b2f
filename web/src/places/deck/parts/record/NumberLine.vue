<script setup lang="ts">
/** One number with its unit; empty means not measured. */
defineProps<{ label: string; unit: string; value: number | null; max: number; step?: number }>()
const emit = defineEmits<{ set: [value: number | null] }>()
function set(field: HTMLInputElement) {
  emit('set', field.value === '' || !field.validity.valid ? null : Number(field.value))
}
</script>

<template>
  <label class="line">
    <span>{{ label }}</span>
    <input
      type="number"
      inputmode="decimal"
      min="0"
      :max="max"
      :step="step ?? 1"
      :value="value ?? ''"
      @change="set($event.target as HTMLInputElement)"
    />
    <span class="soft">{{ unit }}</span>
  </label>
</template>

<style scoped>
.line {
  display: grid;
  grid-template-columns: 92px 110px 1fr;
  align-items: center;
  gap: var(--gap-2);
}
input {
  min-height: 40px;
  font: inherit;
  font-size: 18px;
}
</style>
