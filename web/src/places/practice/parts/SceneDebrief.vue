<script setup lang="ts">
import { clockText } from '@/format/units'
import type { Debrief } from '@/practice/practice'
import { t } from '@/words/practice'

/** What was done and when, what it cost, and the same fish handled well. */
defineProps<{ debrief: Debrief; well: Debrief | null }>()
const emit = defineEmits<{ again: [] }>()
const OUTCOME = {
  swam_off: t('practice.sceneDebrief.itSwamOff'),
  afloat: t('practice.sceneDebrief.itFloatsOnItsSide'),
  lost: t('practice.sceneDebrief.itIsLost'),
}
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
    <p class="soft">
      {{ t('practice.sceneDebrief.theHandlingScoreFollowsHouse') }}
    </p>
    <table v-if="debrief.parts.length" v-cards class="list">
      <thead>
        <tr>
          <th>{{ t('practice.sceneDebrief.cause') }}</th>
          <th>{{ t('practice.sceneDebrief.pointsHead') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="part in debrief.parts" :key="part.name">
          <td>{{ part.name }}</td>
          <td class="tabular">{{ part.points }}</td>
        </tr>
      </tbody>
    </table>
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
