<script setup lang="ts">
import { ref, watch } from 'vue'
import { t } from '@/words/ready'

const props = defineProps<{
  label: string
  value: number | null | undefined
  placeholder?: string
  fault?: string
}>()
const emit = defineEmits<{ change: [value: number | null] }>()

/** What is typed stays as typed; only a whole number or decimal goes on. */
const text = ref('')
const odd = ref(false)
let sent: number | null | undefined
watch(
  () => props.value ?? null,
  (value) => {
    // The echo of what was typed here leaves the typing alone; any other change, an undo say,
    // replaces it.
    if (value === sent) return
    sent = value
    odd.value = false
    text.value = value === null ? '' : String(value)
  },
  { immediate: true },
)

function parse(typed: string): number | null {
  const number = Number(typed.trim().replace(',', '.'))
  return typed.trim() === '' || !Number.isFinite(number) ? null : number
}

function typed() {
  const number = parse(text.value)
  odd.value = number === null && text.value.trim() !== ''
  if (odd.value || number === (props.value ?? null)) return
  sent = number
  emit('change', number)
}
</script>

<template>
  <label>
    {{ label }}
    <input
      v-model="text"
      class="field tabular"
      inputmode="decimal"
      :placeholder="placeholder ?? t('ready.numberField.notMeasured')"
      :aria-invalid="odd || Boolean(fault)"
      @input="typed"
    />
    <small v-if="odd" class="fault">{{
      t('ready.numberField.isNotANumber', { value: text })
    }}</small>
    <small v-else-if="fault" class="fault">{{ fault }}</small>
  </label>
</template>

<style scoped>
label {
  display: grid;
  gap: 2px;
  font-size: 15px;
}
.field {
  min-height: 44px;
  min-width: 0;
}
</style>
