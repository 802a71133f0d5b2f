<script setup lang="ts">
import { computed, ref } from 'vue'
import { clockText } from '@/format/units'
import type { Debrief } from '@/practice/practice'
import { t } from '@/words/practice'

/** What was done and when, what it cost, and the same fish handled well. */
const props = defineProps<{ debrief: Debrief; well: Debrief | null }>()
const emit = defineEmits<{ again: [] }>()
const OUTCOME = {
  swam_off: t('practice.sceneDebrief.itSwamOff'),
  afloat: t('practice.sceneDebrief.itFloatsOnItsSide'),
  lost: t('practice.sceneDebrief.itIsLost'),
  helped: t('practice.sceneDebrief.helped'),
}
/** Both runs on one line of time; what is under the finger is said below. */
const runs = computed(() =>
  [
    { name: t('practice.sceneDebrief.mine'), run: props.debrief },
    ...(props.well ? [{ name: t('practice.sceneDebrief.well'), run: props.well }] : []),
  ].map(({ name, run }) => ({ name, events: run.timeline, air: airOf(run.timeline) })),
)
const end = computed(() =>
  Math.max(1000, ...runs.value.flatMap((run) => run.events.map((event) => event.at_ms))),
)
const shownMs = ref(0)
/** From each lift to the water again. */
function airOf(events: Debrief['timeline']) {
  const lifts = events.filter((event) => event.key.startsWith('lift') || event.key === 'swing')
  return lifts.map((lift) => ({
    from_ms: lift.at_ms,
    to_ms:
      events.find(
        (event) =>
          event.at_ms > lift.at_ms && ['put_back', 'fish_first', 'throw'].includes(event.key),
      )?.at_ms ?? events.at(-1)!.at_ms,
  }))
}
const percent = (ms: number) => `${(100 * ms) / end.value}%`
const saidAt = (events: Debrief['timeline']) =>
  events.findLast((event) => event.at_ms <= shownMs.value)
</script>

<template>
  <section class="debrief" data-testid="debrief">
    <p class="sum">
      <b v-if="debrief.points !== null" class="figures" data-testid="points">{{
        debrief.points
      }}</b>
      <template v-if="debrief.points !== null"> {{ t('practice.sceneDebrief.points') }} </template>
      {{ OUTCOME[debrief.outcome] }}
    </p>
    <p v-if="debrief.better" class="better" data-testid="better">
      <b>{{ t('practice.sceneDebrief.nextTime') }}:</b> {{ debrief.better.says }}
      <RouterLink v-if="debrief.better.card" :to="`/practice/cards/${debrief.better.card}`">{{
        t('practice.sceneDebrief.showHow')
      }}</RouterLink>
    </p>
    <p class="soft">
      {{ t('practice.sceneDebrief.theHandlingScoreFollowsHouse') }}
    </p>
    <ul v-if="debrief.parts.length" class="costs" :aria-label="t('practice.sceneDebrief.cause')">
      <li v-for="part in debrief.parts" :key="part.name">
        {{ part.name }} <b class="figures">{{ part.points }}</b>
      </li>
    </ul>
    <section class="film" aria-labelledby="film">
      <h2 id="film">{{ t('practice.sceneDebrief.film') }}</h2>
      <div v-for="run in runs" :key="run.name" class="run">
        <b>{{ run.name }}</b>
        <div class="track">
          <span
            v-for="span in run.air"
            :key="span.from_ms"
            class="air"
            :style="{ left: percent(span.from_ms), width: percent(span.to_ms - span.from_ms) }"
            :title="t('practice.sceneDebrief.inTheAir')"
          ></span>
          <i
            v-for="event in run.events"
            :key="event.at_ms + event.key"
            :class="{ cost: event.cost }"
            :style="{ left: percent(event.at_ms) }"
          ></i>
          <u :style="{ left: percent(shownMs) }"></u>
        </div>
        <p :class="{ fault: saidAt(run.events)?.cost }">{{ saidAt(run.events)?.says ?? '…' }}</p>
      </div>
      <label
        >{{ t('practice.sceneDebrief.at', { time: clockText(shownMs / 1000) }) }}
        <input v-model.number="shownMs" type="range" min="0" :max="end" step="100" />
      </label>
    </section>
    <div class="both">
      <section>
        <h2>{{ t('practice.sceneDebrief.whatYouDid') }}</h2>
        <ol>
          <li
            v-for="event in debrief.timeline"
            :key="event.at_ms + event.key"
            :class="{ cost: event.cost }"
          >
            <span class="figures">{{ clockText(event.at_ms / 1000) }}</span> {{ event.says }}
          </li>
        </ol>
      </section>
      <section v-if="well">
        <h2>
          {{ t('practice.sceneDebrief.theSameFishHandledWell')
          }}<span v-if="well.points !== null" class="soft">{{
            t('practice.sceneDebrief.pointsOfOther', { points: well.points })
          }}</span>
        </h2>
        <ol>
          <li v-for="event in well.timeline" :key="event.at_ms + event.key">
            <span class="figures">{{ clockText(event.at_ms / 1000) }}</span> {{ event.says }}
          </li>
        </ol>
      </section>
    </div>
    <p>
      <el-button type="primary" size="large" @click="emit('again')">{{
        t('practice.sceneDebrief.anotherFish')
      }}</el-button>
    </p>
  </section>
</template>

<style scoped>
.debrief {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: var(--gap-3);
}
.sum b {
  font-size: 40px;
}
.better {
  padding: var(--gap-3);
  border-left: 6px solid var(--oilskin);
  background: var(--sheet);
}
.costs {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-2);
  padding: 0;
  list-style: none;
}
.costs li {
  padding: 6px 10px;
  background: var(--sheet);
  border: 1px solid var(--line-strong);
  border-radius: 6px;
}
.run p {
  min-height: 2.6em;
  margin: 2px 0 0;
  line-height: 1.3;
}
.track {
  position: relative;
  height: 28px;
  background: var(--sea);
  border: 1px solid var(--line-strong);
  border-radius: 6px;
}
.track .air {
  position: absolute;
  inset: 0 auto;
  background: var(--oilskin);
  opacity: 0.7;
}
.track i {
  position: absolute;
  top: 4px;
  width: 4px;
  height: 18px;
  margin-left: -2px;
  background: var(--ink);
}
.track i.cost {
  width: 8px;
  height: 26px;
  top: 0;
  margin-left: -4px;
  background: var(--rust);
}
.track u {
  position: absolute;
  inset: -4px auto;
  width: 2px;
  background: var(--kelp);
}
.film input {
  width: 100%;
  min-height: 44px;
  accent-color: var(--kelp);
}
.both {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(270px, 1fr));
  gap: var(--gap-4);
}
ol {
  list-style: none;
  padding: 0;
  display: grid;
  gap: 4px;
}
li {
  border-left: 4px solid var(--kelp);
  padding-left: var(--gap-2);
}
li.cost {
  border-color: var(--rust);
  color: var(--rust);
}
</style>
