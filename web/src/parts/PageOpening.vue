<script setup lang="ts">
import { computed, onScopeDispose, ref } from 'vue'
import { useRouter } from 'vue-router'
import { t } from '@/words/text'

type Opening = 'done' | 'begun' | 'slow' | 'failed'
const SLOW_AFTER_MS = 8000
const opening = ref<Opening>('begun')
let slow: ReturnType<typeof setTimeout> | undefined

function settle(state: Opening) {
  clearTimeout(slow)
  opening.value = state
  if (state === 'begun') slow = setTimeout(() => settle('slow'), SLOW_AFTER_MS)
}

const router = useRouter()
const stopWatching = [
  router.beforeEach(() => settle('begun')),
  router.afterEach(() => settle('done')),
  router.onError(() => settle('failed')),
]
onScopeDispose(() => stopWatching.forEach((stop) => stop()))

settle(router.currentRoute.value.matched.length ? 'done' : 'begun')
const message = computed(
  () =>
    ({
      done: '',
      begun: t('common.pageOpening.openingThePage'),
      slow: t('common.pageOpening.thePageIsSlowTo'),
      failed: t('common.pageOpening.thePageCouldNotBe'),
    })[opening.value],
)
const reload = () => window.location.reload()
</script>

<template>
  <p v-if="message" :class="['opening', opening]" role="status">
    {{ message }}
    <button v-if="opening !== 'begun'" type="button" @click="reload">
      {{ t('common.pageOpening.reloadPage') }}
    </button>
  </p>
</template>

<style scoped>
.opening {
  margin: 0;
  padding: var(--gap-3) var(--gap-4);
  border-bottom: 1px solid var(--line);
}
/* Most pages open at once, and a line that flashes up only disturbs. */
.begun {
  animation: appear 0s 600ms both;
}
.failed {
  background: var(--rust-soft);
  border-bottom: 2px solid var(--rust);
}
button {
  margin-left: var(--gap-2);
  min-height: 44px;
}
@keyframes appear {
  from {
    position: absolute;
    visibility: hidden;
  }
}
</style>
