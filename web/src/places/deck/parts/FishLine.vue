<script setup lang="ts">
import type { DeckState } from '../useDeck'
import HookPlaces from './HookPlaces.vue'
import SignsRow from './SignsRow.vue'

/** The two things most often seen: signs, and where the hook sat. */
const { deck } = defineProps<{ deck: DeckState }>()
const { change, fish } = deck
function swollen() {
  const signs = fish.value!.pressure_signs
  change({
    pressure_signs: signs.includes('swollen')
      ? signs.filter((sign) => sign !== 'swollen')
      : [...signs, 'swollen'],
  })
}
const rolls = () =>
  change({
    reflexes: {
      ...fish.value!.reflexes,
      rights_itself: fish.value!.reflexes.rights_itself === 'absent' ? 'present' : 'absent',
    },
  })
</script>

<template>
  <section>
    <SignsRow
      :bleeding="fish!.bleeding"
      :swollen="fish!.pressure_signs.includes('swollen')"
      :rolls-over="fish!.reflexes.rights_itself === 'absent'"
      @change="change($event)"
      @swollen="swollen"
      @rolls="rolls"
    />
    <HookPlaces
      :model-value="fish!.hook_place"
      @update:model-value="change({ hook_place: $event })"
    />
  </section>
</template>
