<script setup lang="ts">
import type { water } from '@/api/water'
import { lengthText, shortDateText } from '@/format/units'
import { useSessionStore } from '@/stores/session'

/** The fish behind a cell or a figure, each with its story. */
defineProps<{ found: Awaited<ReturnType<typeof water.fish>> }>()
const session = useSessionStore()
</script>

<template>
  <table v-cards class="list">
    <caption class="unseen">
      Fish let go here
    </caption>
    <thead>
      <tr>
        <th>fish</th>
        <th>let go</th>
        <th>length</th>
        <th>caught again</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="one in found.fish" :key="one.story_key">
        <td>
          <RouterLink :to="`/story/${one.story_key}`">{{ one.common_name }}</RouterLink>
        </td>
        <td class="tabular">{{ shortDateText(one.released_on) }}</td>
        <td class="tabular">
          {{ one.length_mm === null ? '' : lengthText(one.length_mm, session.units) }}
        </td>
        <td class="tabular">{{ one.caught || '' }}</td>
      </tr>
    </tbody>
  </table>
  <p v-if="found.more" class="soft">
    More than these {{ found.fish.length }}; look closer, or filter.
  </p>
</template>
