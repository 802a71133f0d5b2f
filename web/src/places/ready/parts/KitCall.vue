<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { computed } from 'vue'
import { RouterLink } from 'vue-router'
import type { Schemas } from '@/api/client'
import VerdictMark from '@/parts/VerdictMark.vue'
import { t } from '@/words/ready'
import { FIT } from '@/words/verdict'

type Item = Schemas['Outlook']['kit'][number]
const props = defineProps<{ kit: Item[]; ticks: string[] }>()
const emit = defineEmits<{ tick: [key: string] }>()

/** What is required and missing first; the last call stays last. */
const RANK = { does_not_fit: 0, not_owned: 1, fits: 2, owned: 2 }
const ordered = computed(() => {
  const rank = (item: Item) => (item.required ? 0 : 10) + RANK[item.state]
  const last = props.kit.filter((item) => item.key === 'net_ready')
  return [
    ...props.kit.filter((item) => item.key !== 'net_ready').toSorted((a, b) => rank(a) - rank(b)),
    ...last,
  ]
})
const KEYS = '1234567890abcdefghijklmnopqrstuvwxy'
const keyOf = (index: number) => KEYS[index] ?? ''
const missing = computed(
  () =>
    props.kit.filter(
      (item) => item.required && (item.state === 'does_not_fit' || item.state === 'not_owned'),
    ).length,
)
const called = computed(() => props.kit.filter((item) => props.ticks.includes(item.key)).length)

useEventListener(window, 'keydown', (event) => {
  if (
    event.ctrlKey ||
    event.metaKey ||
    event.altKey ||
    /^(INPUT|TEXTAREA|SELECT)$/.test((event.target as HTMLElement).tagName)
  )
    return
  const item = ordered.value[KEYS.indexOf(event.key)]
  if (event.key.length === 1 && item) emit('tick', item.key)
})
</script>

<template>
  <section :aria-label="t('ready.kitCall.kitCall')" class="kit stack-2">
    <h2>{{ t('ready.kitCall.kitCall') }}</h2>
    <p>
      <b>{{ t('ready.kitCall.of', { called, kit: kit.length }) }}</b>
      {{ t('ready.kitCall.inTheBag')
      }}<template v-if="missing"
        >, <b class="stop fault">{{ t('ready.kitCall.requiredMissing', missing) }}</b></template
      >.
      <RouterLink to="/ready/locker">{{ t('ready.kitCall.kitLocker') }}</RouterLink>
    </p>
    <ol>
      <li
        v-for="(item, index) in ordered"
        :key="item.key"
        :class="{ ticked: ticks.includes(item.key) }"
      >
        <button
          type="button"
          role="checkbox"
          :aria-checked="ticks.includes(item.key)"
          :aria-label="item.name"
          @click="emit('tick', item.key)"
        >
          <kbd>{{ keyOf(index) }}</kbd>
          <span class="box">{{ ticks.includes(item.key) ? '✓' : '' }}</span>
          <span class="words">
            <b>{{ item.name }}</b><span v-if="!item.required" class="soft">
              {{ t('ready.kitCall.optional') }}</span
            >
            <small
              >{{ item.reason }} <i class="soft">{{ item.source }}</i></small
            >
          </span>
          <span class="fit"
            ><VerdictMark :verdict="FIT[item.state]!.verdict" :word="FIT[item.state]!.word" /><small
              v-if="item.detail"
              >{{ item.detail }}</small
            ></span
          >
        </button>
      </li>
    </ol>
  </section>
</template>

<style scoped>
ol {
  list-style: none;
  margin: 0;
  padding: 0;
  display: grid;
  gap: 4px;
}
li button {
  width: 100%;
  display: grid;
  grid-template-columns: 22px 26px minmax(0, 1fr) minmax(110px, auto);
  gap: var(--gap-2);
  align-items: center;
  min-height: 48px;
  padding: 4px var(--gap-2);
  text-align: left;
  background: var(--sheet);
  border: 1px solid var(--line);
  border-radius: 8px;
  cursor: pointer;
}
.ticked button {
  background: var(--kelp-soft);
  border-color: var(--kelp);
}
kbd {
  font-family: var(--font-figures);
  font-size: 13px;
  color: var(--ink-soft);
}
.box {
  width: 26px;
  height: 26px;
  display: grid;
  place-items: center;
  border: 2px solid var(--ink);
  border-radius: 6px;
  font-weight: 800;
}
.words {
  line-height: 1.2;
}
small {
  display: block;
}
.fit {
  text-align: right;
  line-height: 1.15;
}
@media (max-width: 520px) {
  kbd {
    display: none;
  }
  li button {
    grid-template-columns: 26px minmax(0, 1fr) 108px;
  }
}
</style>
