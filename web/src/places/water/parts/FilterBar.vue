<script setup lang="ts">
import { computed, onMounted, shallowRef } from 'vue'
import { api } from '@/api/client'
import DayField from '@/parts/DayField.vue'
import { useWaterFilter } from '../useWaterFilter'

/** One filter for every answer: species, water, days of the release, own fish. */
const { filter, set, clear } = useWaterFilter()
const choices = shallowRef<Awaited<ReturnType<typeof api.waterChoices>> | null>(null)
const isFiltered = computed(() => Object.keys(filter.value).length > 0)
onMounted(async () => {
  choices.value = await api.waterChoices()
})
const chosen = (event: Event) => (event.target as HTMLSelectElement).value || null
</script>

<template>
  <form class="filter" aria-label="Filter" @submit.prevent>
    <label>
      Species
      <select
        class="field"
        :value="filter.species ?? ''"
        name="species"
        @change="set('species', chosen($event))"
      >
        <option value="">all</option>
        <option v-for="one in choices?.species" :key="one.code" :value="one.code">
          {{ one.name }}
        </option>
      </select>
    </label>
    <label>
      Water
      <select
        class="field"
        :value="filter.water ?? ''"
        name="water"
        @change="set('water', chosen($event))"
      >
        <option value="">all</option>
        <option v-for="one in choices?.waters" :key="one.code" :value="one.code">
          {{ one.name }}
        </option>
      </select>
    </label>
    <label>
      Tagged from
      <DayField
        label="Tagged from"
        name="from"
        :model-value="filter.from ?? ''"
        @update:model-value="set('from', $event ?? null)"
      />
    </label>
    <label>
      to
      <DayField
        label="Tagged to"
        name="to"
        :model-value="filter.to ?? ''"
        @update:model-value="set('to', $event ?? null)"
      />
    </label>
    <label class="tick">
      <input
        type="checkbox"
        :checked="filter.mine === 'yes'"
        @change="set('mine', ($event.target as HTMLInputElement).checked ? 'yes' : null)"
      />
      My own fish
    </label>
    <button v-if="isFiltered" type="button" class="link" @click="clear">Take the filter off</button>
  </form>
</template>

<style scoped>
.filter {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-2) var(--gap-4);
  align-items: end;
}
.filter label {
  display: grid;
  gap: 2px;
}
.filter .tick {
  display: flex;
  gap: 8px;
  align-items: center;
  min-height: 44px;
}
@media (max-width: 600px) {
  .filter {
    display: grid;
    grid-template-columns: 1fr 1fr;
  }
  .filter label {
    min-width: 0;
  }
  .filter :deep(.el-date-editor.day-field) {
    min-width: 0;
  }
  .filter select {
    width: 100%;
  }
}
</style>
