<script setup lang="ts">
import type { water } from '@/api/water'
import { lengthText, shortDateText } from '@/format/units'
import { useSessionStore } from '@/stores/session'
import { t } from '@/words/water'

/** The fish behind a cell or a figure, each with its story. */
defineProps<{ seen: Awaited<ReturnType<typeof water.fish>> }>()
const session = useSessionStore()
</script>

<template>
  <table v-cards class="list">
    <caption class="unseen">
      {{
        t('water.fishBehind.fishReleasedHere')
      }}
    </caption>
    <thead>
      <tr>
        <th>{{ t('water.fishBehind.fish') }}</th>
        <th>{{ t('water.fishBehind.released') }}</th>
        <th>{{ t('water.fishBehind.length') }}</th>
        <th>{{ t('water.fishBehind.recaptured') }}</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="fish in seen.fish" :key="fish.story_key">
        <td>
          <RouterLink :to="`/story/${fish.story_key}`">{{ fish.common_name }}</RouterLink>
        </td>
        <td class="tabular">{{ shortDateText(fish.released_on) }}</td>
        <td class="tabular">
          {{ fish.length_mm === null ? '' : lengthText(fish.length_mm, session.units) }}
        </td>
        <td class="tabular">{{ fish.caught || '' }}</td>
      </tr>
    </tbody>
  </table>
  <p v-if="seen.more" class="soft">
    {{ t('water.fishBehind.moreThanTheseZoomIn', { fish: seen.fish.length }) }}
  </p>
</template>
