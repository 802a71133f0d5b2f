<script setup lang="ts">
import { computed } from 'vue'
import { BAND, MISHAPS, ORIGIN, REFLEX, SEX, SPAWNING } from '@/words/fish'
import type { DeckState } from '../../useDeck'
import ChipRow from '@/parts/ChipRow.vue'
import { t } from '@/words/deck'

const { deck } = defineProps<{ deck: DeckState }>()
const inHand = computed(() => deck.fish.value!)
const score = computed(() => deck.answer.value?.score ?? null)
type Reflexes = typeof inHand.value.reflexes
const SAYS = { present: t('deck.stateTab.yes'), absent: t('deck.stateTab.no') }
function reflex(name: string, says: 'present' | 'absent') {
  const { [name as keyof Reflexes]: before, ...others } = inHand.value.reflexes
  deck.change({ reflexes: before === says ? others : { ...others, [name]: says } })
}
const mishaps = computed(() => inHand.value.handling.filter((mishap) => mishap !== 'sent_down'))
const setMishaps = (chosen: string[]) =>
  deck.change({
    handling: [
      ...(inHand.value.handling.includes('sent_down') ? ['sent_down' as const] : []),
      ...(chosen as never[]),
    ],
  })
</script>

<template>
  <div class="tab">
    <table>
      <caption class="unseen">
        {{
          t('deck.stateTab.fiveReflexesTestedWhileThe')
        }}
      </caption>
      <tbody>
        <tr v-for="(words, name) in REFLEX" :key="name">
          <th scope="row">{{ words }}</th>
          <td v-for="(text, says) in SAYS" :key="says">
            <button
              type="button"
              :class="{
                on: inHand.reflexes[name as keyof Reflexes] === says,
                no: says === 'absent',
              }"
              :aria-pressed="inHand.reflexes[name as keyof Reflexes] === says"
              :data-reflex="`${name}-${says}`"
              @click="reflex(name, says)"
            >
              {{ text }}
            </button>
          </td>
        </tr>
      </tbody>
    </table>
    <ChipRow
      :label="t('deck.stateTab.handlingProblems')"
      :options="MISHAPS"
      :chosen="mishaps"
      @many="setMishaps"
    />
    <ChipRow
      :label="t('deck.stateTab.spawning')"
      :options="SPAWNING"
      :chosen="inHand.spawning"
      @single="deck.change({ spawning: $event as never })"
    />
    <ChipRow
      :label="t('deck.stateTab.sex')"
      :options="SEX"
      :chosen="inHand.sex"
      @single="deck.change({ sex: $event as never })"
    />
    <ChipRow
      :label="t('deck.stateTab.wildOrStocked')"
      :options="ORIGIN"
      :chosen="inHand.origin"
      @single="deck.change({ origin: $event as never })"
    />
    <section v-if="score" class="score" data-testid="caution">
      <p>
        <b class="figures">{{ score.points }}</b> {{ t('deck.stateTab.points') }}
        <b>{{ BAND[score.band] }}</b>
      </p>
      <ul v-if="score.parts.length">
        <li v-for="part in score.parts" :key="part.name">
          {{ part.name }}
          <span class="figures">{{ part.points > 0 ? '+' : '' }}{{ part.points }}</span>
        </li>
      </ul>
      <p class="soft">{{ t('deck.stateTab.theHandlingScoreFollowsHouse') }}</p>
    </section>
  </div>
</template>

<style scoped>
th {
  text-align: left;
  font-weight: 400;
  font-size: 15px;
  line-height: 1.15;
  width: 100%;
}
td button {
  width: 56px;
  min-height: 38px;
  border: 1px solid var(--line-strong);
  border-radius: 8px;
  background: var(--sheet);
  cursor: pointer;
}
td .on {
  border: 3px solid var(--kelp);
  font-weight: var(--weight-strong);
}
td .on.no {
  border-color: var(--rust);
}
.score {
  font-size: 15px;
  padding: var(--gap-2) var(--gap-3);
  background: var(--sheet);
  border: 1px solid var(--line);
  border-radius: var(--round);
}
ul {
  margin: 0;
  padding-left: 1.2em;
}
</style>
