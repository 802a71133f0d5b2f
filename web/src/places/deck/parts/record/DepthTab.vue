<script setup lang="ts">
import { computed } from 'vue'
import { PRESSURE_SIGN } from '@/words/fish'
import type { DeckState } from '../../useDeck'
import ChipRow from '@/parts/ChipRow.vue'
import NumberLine from './NumberLine.vue'

const { deck } = defineProps<{ deck: DeckState }>()
const one = computed(() => deck.fish.value!)
const warnFrom = computed(() => deck.species.value?.pressure_from_m ?? null)
const deep = computed(() => warnFrom.value !== null && (one.value.depth_m ?? deck.instruments.depthM.value ?? 0) >= warnFrom.value)
function sentDown(chosen: string[]) {
  deck.change({ handling: [...one.value.handling.filter((what) => what !== 'sent_down'), ...(chosen as never[])] })
}
</script>

<template>
  <div class="tab">
    <NumberLine label="Caught at" unit="m deep" :value="one.depth_m" :max="1000" :step="0.5" @set="deck.change({ depth_m: $event })" />
    <p v-if="deck.instruments.depthM.value !== null && one.depth_m === null" class="soft">Under the boat now: {{ deck.instruments.depthM.value }} m.</p>
    <ChipRow label="Signs" :options="PRESSURE_SIGN" :chosen="one.pressure_signs" @many="deck.change({ pressure_signs: $event as never })" />
    <p v-if="warnFrom === null">This fish has no sealed swim bladder: no pressure injury is expected.</p>
    <p v-else-if="deep"><b>From {{ warnFrom }} m on injury is likely.</b> Never push or puncture the stomach.</p>
    <p v-if="deck.lead.value && warnFrom !== null" class="lead" data-testid="lead">
      Send it down with <b class="figures">{{ deck.lead.value.kg.toFixed(2) }} kg</b> of lead to at least <b class="figures">{{ deck.lead.value.releaseM }} m</b>, for a fish of about {{ (deck.lead.value.weightG / 1000).toFixed(1) }} kg.
    </p>
    <ChipRow v-if="warnFrom !== null" label="Done" :options="{ sent_down: 'sent down with the descender' }" :chosen="one.handling.filter((what) => what === 'sent_down')" @many="sentDown" />
    <p class="soft">Venting is only for those trained and permitted, when no device is at hand.</p>
  </div>
</template>

<style scoped>
.lead {
  padding: var(--gap-2) var(--gap-3);
  border-left: 6px solid var(--sea-deep);
  background: var(--sea);
}
</style>
