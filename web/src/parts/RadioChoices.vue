<script setup lang="ts" generic="Key extends string">
import { computed } from 'vue'

/** One of a few: each a line to touch. */
const props = defineProps<{
  legend: string
  name: string
  choices: Record<Key, string>
  chosen: Key | null
  disabled?: boolean
}>()
const keys = computed(() => Object.keys(props.choices) as Key[])
const emit = defineEmits<{ choose: [Key] }>()
</script>

<template>
  <fieldset class="choices" :disabled="disabled">
    <legend>{{ legend }}</legend>
    <label v-for="key in keys" :key="key"
      ><input
        type="radio"
        :name="name"
        :value="key"
        :checked="chosen === key"
        @change="emit('choose', key)"
      />
      {{ choices[key] }}</label
    >
    <slot></slot>
  </fieldset>
</template>

<style scoped>
.choices {
  display: grid;
  gap: var(--gap-2);
  border: 1px solid var(--line);
  border-radius: var(--round);
}
.choices label {
  min-height: 44px;
}
</style>
