<script setup lang="ts">
import { computed } from 'vue'
import { PRESSURE_SIGN } from '@/words/fish'
import type { DeckState } from '../../useDeck'
import ChipRow from '@/parts/ChipRow.vue'
import { t } from '@/words/deck'
import NumberLine from './NumberLine.vue'

const { deck } = defineProps<{ deck: DeckState }>()
const inHand = computed(() => deck.fish.value!)
const notes = computed(() => deck.answer.value?.notes.depth ?? [])
const canBeSent = computed(() => deck.species.value?.bladder !== 'none')
function sentDown(chosen: string[]) {
  deck.change({
    handling: [
      ...inHand.value.handling.filter((act) => act !== 'sent_down'),
      ...(chosen as never[]),
    ],
  })
}
</script>

<template>
  <div class="tab">
    <NumberLine
      :label="t('deck.depthTab.depth')"
      :unit="t('deck.depthTab.mDeep')"
      :value="inHand.depth_m"
      :max="1000"
      :step="0.5"
      @set="deck.change({ depth_m: $event })"
    />
    <p v-if="deck.instruments.depthM.value !== null && inHand.depth_m === null" class="soft">
      {{ t('deck.depthTab.underTheBoatNowM', { depth_m: deck.instruments.depthM.value }) }}
    </p>
    <label class="spot"
      >{{ t('deck.depthTab.hookedAt') }}
      <select
        class="field"
        :value="inHand.spot_code ?? deck.card.value!.trip.spot_code"
        data-testid="spot"
        @change="deck.change({ spot_code: ($event.target as HTMLSelectElement).value })"
      >
        <option v-for="spot in deck.card.value!.spots" :key="spot.code" :value="spot.code">
          {{ spot.name }}
        </option>
      </select>
    </label>
    <ChipRow
      :label="t('deck.depthTab.signs')"
      :options="PRESSURE_SIGN"
      :chosen="inHand.pressure_signs"
      @many="deck.change({ pressure_signs: $event as never })"
    />
    <div data-testid="lead">
      <p v-for="note in notes" :key="note">{{ note }}</p>
    </div>
    <ChipRow
      v-if="canBeSent"
      :label="t('deck.depthTab.done')"
      :options="{ sent_down: t('deck.depthTab.sentDownWithTheDescender') }"
      :chosen="inHand.handling.filter((what) => what === 'sent_down')"
      @many="sentDown"
    />
  </div>
</template>

<style scoped>
.lead {
  padding: var(--gap-2) var(--gap-3);
  border-left: 6px solid var(--sea-deep);
  background: var(--sea);
}
</style>
