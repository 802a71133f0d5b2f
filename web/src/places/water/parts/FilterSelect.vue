<script setup lang="ts">
import { t } from '@/words/water'
/** One choice of the filter; nothing chosen is all of them. */
defineProps<{ label: string; name: string; options: { code: string; name: string }[] }>()
const chosen = defineModel<string | null>({ required: true })
const choose = (event: Event) => (chosen.value = (event.target as HTMLSelectElement).value || null)
</script>

<template>
  <label>
    {{ label }}
    <select class="field" :value="chosen ?? ''" :name="name" @change="choose">
      <option value="">{{ t('water.filterSelect.all') }}</option>
      <option v-for="option in options" :key="option.code" :value="option.code">
        {{ option.name }}
      </option>
    </select>
  </label>
</template>

<style scoped>
select {
  max-width: 11em;
}
</style>
