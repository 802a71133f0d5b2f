<script setup lang="ts">
import { computed, ref } from 'vue'
import TroubleNote from '@/parts/TroubleNote.vue'
import type { DeckState } from '../../useDeck'

const { deck } = defineProps<{ deck: DeckState }>()
const link = computed(() =>
  deck.deck.value?.crew_key ? `${location.origin}/crew/${deck.deck.value.crew_key}` : null,
)
const copied = ref(false)
async function copy() {
  await navigator.clipboard.writeText(link.value!)
  copied.value = true
}
</script>

<template>
  <div class="tab">
    <TroubleNote :trouble="deck.refusal.value" />
    <template v-if="link">
      <p>
        Open this on the crew’s phone, on the same network. It shows the running clock and taps the
        stages; two taps for one act count once.
      </p>
      <input
        class="link"
        :value="link"
        readonly
        aria-label="Link for the crew"
        @focus="($event.target as HTMLInputElement).select()"
      />
      <img
        class="code"
        :src="`/api/trips/${deck.card.value!.trip.id}/crew.svg`"
        alt="The link as a code to scan"
        width="180"
        height="180"
      />
      <button type="button" @click="copy">{{ copied ? 'Copied' : 'Copy the link' }}</button>
      <p role="status">
        {{
          deck.crewSignal.value
            ? 'The crew sees this fish now.'
            : 'No signal: the crew waits, your own taps count.'
        }}
      </p>
    </template>
    <template v-else>
      <p>A partner on the net or the clock can see and tap the same fish on a second phone.</p>
      <button type="button" data-testid="share" @click="deck.share">
        Share this deck with the crew
      </button>
    </template>
  </div>
</template>

<style scoped>
.link {
  width: 100%;
  min-height: 40px;
  font: inherit;
}
.code {
  display: block;
  margin: var(--gap-2) 0;
  padding: 8px;
  background: #fff;
}
button {
  min-height: 44px;
  border: 1px solid var(--line-strong);
  border-radius: 10px;
  background: var(--sheet);
  cursor: pointer;
}
</style>
