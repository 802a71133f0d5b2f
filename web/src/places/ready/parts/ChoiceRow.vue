<script setup lang="ts">
defineProps<{ label: string; options: Record<string, string>; value: string }>()
const emit = defineEmits<{ choose: [option: string] }>()
</script>

<template>
  <div class="row" role="radiogroup" :aria-label="label">
    <span>{{ label }}</span>
    <button
      v-for="(text, option) in options"
      :key="option"
      type="button"
      role="radio"
      :aria-checked="option === value"
      @click="emit('choose', option)"
    >
      {{ text }}
    </button>
  </div>
</template>

<style scoped>
.row {
  gap: 4px;
  font-size: 15px;
}
span {
  flex: 0 0 84px;
}
button {
  min-height: 36px;
  padding: 0 10px;
  border: 1px solid var(--line-strong);
  border-radius: 8px;
  background: var(--sheet);
  cursor: pointer;
}
[aria-checked='true'] {
  background: var(--kelp);
  color: var(--on-kelp);
  border-color: var(--kelp);
  font-weight: var(--weight-strong);
}
</style>
