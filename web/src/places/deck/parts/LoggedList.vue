<script setup lang="ts">
import TagStreamer from '@/parts/TagStreamer.vue'
import type { CardSpecies } from '../card'

interface Logged {
  id: string
  species_code: string
  tag_numbers: string[]
  at: string
  sending: 'waiting' | 'sent' | 'held'
  why: string | null
}
const props = defineProps<{ logged: Logged[]; species: CardSpecies[]; inHand: string }>()
const name = (code: string) => props.species.find((one) => one.code === code)?.common_name ?? code
const time = (iso: string) => new Date(iso).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' })
const SENDING = { waiting: 'to send', sent: 'sent', held: 'held back' }
</script>

<template>
  <aside>
    <h2>On this trip</h2>
    <p v-if="!logged.length" class="soft">No fish yet. Touch <b>Fish on</b> when one takes.</p>
    <ol>
      <li v-for="one in logged" :key="one.id" :class="{ current: one.id === inHand }">
        <span class="figures">{{ time(one.at) }}</span> {{ name(one.species_code) }} <span class="soft">{{ SENDING[one.sending] }}</span>
        <div><TagStreamer v-for="number in one.tag_numbers" :key="number" :number="number" /></div>
        <p v-if="one.why" class="why">{{ one.why }}</p>
      </li>
    </ol>
  </aside>
</template>

<style scoped>
aside {
  border-left: 1px solid var(--line);
  padding-left: var(--gap-3);
}
ol {
  list-style: none;
  margin: var(--gap-3) 0 0;
  padding: 0;
  display: grid;
  gap: var(--gap-3);
}
.current {
  border-left: 4px solid var(--oilskin);
  padding-left: var(--gap-2);
}
.why {
  color: var(--rust);
  font-size: 15px;
}
</style>
