<script setup lang="ts" generic="Value extends string">
/** Large chips to touch: one of them, or several. Touching a chosen one takes it back. */
const props = defineProps<{
  label: string
  options: Record<string, string>
  chosen: Value | null | undefined | readonly Value[]
}>()
const emit = defineEmits<{ single: [value: Value | null]; many: [values: Value[]] }>()

const on = (value: string) =>
  Array.isArray(props.chosen) ? props.chosen.includes(value as Value) : props.chosen === value
function touch(key: string) {
  const value = key as Value
  if (Array.isArray(props.chosen))
    emit(
      'many',
      on(value) ? props.chosen.filter((chosen) => chosen !== value) : [...props.chosen, value],
    )
  else emit('single', on(value) ? null : value)
}
</script>

<template>
  <fieldset>
    <legend>{{ label }}</legend>
    <button
      v-for="(text, value) in options"
      :key="value"
      type="button"
      :class="{ on: on(value) }"
      :aria-pressed="on(value)"
      :data-chip="value"
      @click="touch(value)"
    >
      {{ text }}
    </button>
  </fieldset>
</template>

<style scoped>
fieldset {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  margin: 0;
  padding: 0;
  border: 0;
}
legend {
  padding: 0 0 2px;
  font-size: 15px;
  font-weight: var(--weight-strong);
}
button {
  min-height: 40px;
  padding: 2px 12px;
  border: 1px solid var(--line-strong);
  border-radius: 10px;
  background: var(--sheet);
  font-size: 15px;
  line-height: 1.1;
  cursor: pointer;
  touch-action: manipulation;
}
.on {
  border: 3px solid var(--kelp);
  padding: 0 10px;
  font-weight: var(--weight-strong);
}
</style>
