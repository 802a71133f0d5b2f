<script setup lang="ts">
import { useElementSize, useMediaQuery } from '@vueuse/core'
import { computed, ref, useTemplateRef, watch } from 'vue'
import { roomTrouble } from '@/offline/room'
import { t } from '@/words/deck'
import { BAND, OUTCOME } from '@/words/fish'
import type { DeckState } from '../useDeck'
import { LINES_AT_ONCE } from '../useFishAnswer'

/**
 * What to do now; a touch on a line tells its reason. After letting go: how it went off, and what
 * the handling came to.
 */
const { deck } = defineProps<{ deck: DeckState }>()
const emit = defineEmits<{ state: []; technique: [card: string] }>()
const { card, change, coreTrouble, fish, settledStage: stage, answer } = deck

/** A fish that floated is netted again: the strip offers that. */
const { floated: _, ...WENT } = OUTCOME
const asked = ref<string | null>(null)
const gone = computed(() => stage.value === 'let_go')
const lines = computed(
  () => (gone.value ? answer.value?.lines.slice(0, 1) : answer.value?.lines) ?? [],
)
/** Rough size of the type: widest usual letter, and a row with its gap. For room, not for looks. */
const LETTER_PX = 6.7
const ROW_PX = 17.2
const MORE_PX = 30
const isOpen = ref(false)
const isWide = useMediaQuery('(min-width: 900px)')
const { width, height } = useElementSize(useTemplateRef('list'))
/** Lines are never cut: those that have no room wait behind “+n more”. */
const fitting = computed(() => {
  if (isOpen.value) return lines.value.length
  const most = Math.min(lines.value.length, LINES_AT_ONCE)
  if (isWide.value || !height.value) return most
  const letters = Math.max(10, Math.floor((width.value - 12) / LETTER_PX))
  const heights = lines.value.map(
    (line) => Math.max(24, Math.ceil(line.text.length / letters) * ROW_PX) + 3,
  )
  const needs = (count: number) =>
    heights.slice(0, count).reduce((sum, line) => sum + line, 0) +
    standing.value.length * 2 * ROW_PX +
    (count < heights.length ? MORE_PX : 0)
  let count = most
  while (count > 1 && needs(count) > height.value) count--
  return count
})
/** A closed meet stands at every stage; other notices before the next fish. */
const standing = computed(() => {
  const { meet, notices } = deck.deck.value ?? {}
  const closed = meet?.closed_at
    ? [t('deck.deck.meetClosed', { because: meet.closed_because ?? '' }), t('deck.deck.reelIn')]
    : []
  if (stage.value !== 'start') return closed.slice(0, 1)
  return [...closed, ...(notices ?? []).map((notice) => notice.title)]
})
const hidden = computed(() => lines.value.length - fitting.value)
watch(stage, () => {
  asked.value = null
  isOpen.value = false
})
const score = computed(() => answer.value?.score ?? null)
const most = computed(() => score.value?.parts.toSorted((a, b) => b.points - a.points)[0])
</script>

<template>
  <div class="now" :class="{ opened: isOpen }">
    <!-- Kept ready, so that letting go costs no more than any other tap. -->
    <div v-show="gone" class="gone">
      <p class="went">
        <button
          v-for="(words, key) in WENT"
          :key="key"
          type="button"
          :class="{ on: fish!.outcome === key }"
          :aria-pressed="fish!.outcome === key"
          :data-outcome="key"
          @click="change({ outcome: key as never })"
        >
          {{ words }}
        </button>
      </p>
      <button v-if="score" type="button" class="line handled" @click="emit('state')">
        {{
          t('deck.nowLines.handlingScorePoints', {
            points: score.points,
            band: BAND[score.band],
            name: most ? t('deck.nowLines.mostlyFrom', { name: most.name }) : '',
          })
        }}
      </button>
    </div>
    <ul ref="list" class="bare" :aria-label="t('deck.nowLines.now')">
      <li v-if="coreTrouble" class="withheld" role="alert">{{ coreTrouble }}</li>
      <li v-for="text in standing" :key="text" class="withheld" role="alert">{{ text }}</li>
      <li v-for="line in lines.slice(0, fitting)" :key="line.text">
        <button
          type="button"
          class="line"
          :aria-expanded="asked === line.text"
          @click="asked = asked === line.text ? null : line.text"
        >
          {{ asked === line.text ? t('deck.nowLines.why', { why: line.why }) : line.text }}
        </button>
        <button
          v-if="asked === line.text && line.technique"
          type="button"
          class="line how"
          @click="emit('technique', line.technique)"
        >
          {{ t('deck.nowLines.showHow') }}
        </button>
      </li>
      <li v-if="hidden || isOpen" class="rest">
        <button type="button" class="line" data-testid="more-lines" @click="isOpen = !isOpen">
          {{ isOpen ? t('deck.nowLines.fewer') : t('deck.nowLines.more', hidden) }}
        </button>
      </li>
      <template v-if="stage === 'start'">
        <li v-if="card!.authorisation.verdict === 'stop'" class="withheld">
          {{ card!.authorisation.text }}
        </li>
        <li v-if="roomTrouble" class="withheld">{{ roomTrouble }}</li>
      </template>
    </ul>
  </div>
</template>

<style scoped>
.now,
.gone,
ul {
  display: grid;
  gap: 3px;
  align-content: start;
}
.now {
  grid-template-rows: auto minmax(0, 1fr);
  font-size: 14px;
  line-height: 1.22;
  overflow-y: auto;
}
ul {
  grid-row: 2;
  min-height: 0;
}
/* Over what is touched there, until it is shut or the stage goes on. */
.now.opened {
  z-index: 2;
  grid-row-end: panel-end;
  background: var(--paper);
}
.rest {
  border: 0;
}
.rest .line {
  min-height: 28px;
  font-weight: var(--weight-strong);
  text-decoration: underline;
}
li {
  padding-left: var(--gap-2);
  border-left: 3px solid var(--sea-deep);
}
.withheld {
  border-color: var(--rust);
}
.line {
  width: 100%;
  min-height: 24px;
  padding: 0;
  border: 0;
  background: none;
  font: inherit;
  color: inherit;
  line-height: 1.22;
  text-align: left;
  cursor: pointer;
}
.line.how {
  min-height: 44px;
  text-decoration: underline;
}
.line.handled {
  padding-left: var(--gap-2);
  border-left: 3px solid var(--sea-deep);
}
.went {
  margin: 0;
  display: grid;
  grid-template-columns: repeat(3, 1fr);
  gap: 5px;
}
.went button {
  min-height: 36px;
  padding: 0 2px;
  border: 1px solid var(--line-strong);
  border-radius: 8px;
  background: var(--sheet);
  font-size: 14px;
  line-height: 1.05;
  cursor: pointer;
}
.went .on {
  border: 3px solid var(--kelp);
  font-weight: var(--weight-strong);
}
@media (min-width: 900px) {
  .now {
    grid-template-rows: auto;
    min-height: 150px;
    font-size: 17px;
    gap: var(--gap-2);
  }
}
</style>
