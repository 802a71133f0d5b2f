<script setup lang="ts">
import { computed } from 'vue'
import { DAY_FORMAT, dates } from '@/format/units'

/** A day, typed and shown as its reader writes days; kept as 2026-05-31. */
defineProps<{ label: string; name?: string; min?: string; max?: string }>()
const day = defineModel<string | null>({ default: null })
const format = computed(() => DAY_FORMAT[dates.value])
const typed = computed({
  get: () => day.value ?? '',
  set: (value: string | null) => (day.value = value || null),
})
</script>

<template>
  <el-date-picker
    :id="name"
    v-model="typed"
    type="date"
    size="large"
    class="day-field"
    :format="format"
    value-format="YYYY-MM-DD"
    :placeholder="format.toLowerCase()"
    :aria-label="label"
    :disabled-date="
      (one: Date) =>
        (min ? one < new Date(`${min}T00:00`) : false) ||
        (max ? one > new Date(`${max}T23:59`) : false)
    "
    @focus="(event: FocusEvent) => (event.target as HTMLInputElement | null)?.select?.()"
  />
</template>

<style>
.el-date-editor.day-field {
  width: 100%;
  min-width: 150px;
  height: 52px;
  font-size: 16px;
}
</style>
