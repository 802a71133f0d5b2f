<script setup lang="ts">
import { computed } from 'vue'
import { nowMs } from '@/offline/clock'
import { t } from '@/words/deck'

const props = defineProps<{
  waiting: number
  held: number
  photos: number
  oldestMs: number
  signedOut: boolean
}>()
const emit = defineEmits<{ open: [] }>()
const minutes = computed(() => Math.floor((nowMs() - props.oldestMs) / 60_000))
const text = computed(() => {
  if (props.held) return t('deck.queueNote.notAcceptedYet', { held: props.held })
  if (props.signedOut && props.waiting)
    return t('deck.queueNote.signInToSend', { waiting: props.waiting })
  if (!props.waiting)
    return props.photos
      ? t('deck.queueNote.photosToSend', props.photos)
      : t('deck.queueNote.allSent')
  return t('deck.queueNote.toSend', {
    waiting: props.waiting,
    min: minutes.value > 0 ? t('deck.queueNote.min', { minutes: minutes.value }) : '',
  })
})
</script>

<template>
  <RouterLink
    v-if="signedOut && waiting"
    class="queue waiting"
    :to="{ path: '/sign-in', query: { then: '/deck' } }"
    >{{ text }}</RouterLink
  >
  <button v-else type="button" class="queue" :class="{ held, waiting }" @click="emit('open')">
    <span role="status">{{ text }}</span>
  </button>
</template>

<style scoped>
.queue {
  min-height: 32px;
  background: none;
  color: inherit;
  cursor: pointer;
  padding: 2px var(--gap-3);
  border: 1px solid var(--line-strong);
  border-radius: 99px;
  font-size: 14px;
  max-width: 104px;
  line-height: 1.05;
}
.waiting {
  border-style: dashed;
  font-weight: var(--weight-strong);
}
.held {
  border: 2px solid var(--rust);
  color: var(--rust);
  font-weight: var(--weight-strong);
}
</style>
