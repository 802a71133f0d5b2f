<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { api, type Schemas } from '@/api/client'
import { trouble, type Trouble } from '@/api/refusal'
import {
  daysText,
  distanceText,
  growthText,
  lengthText,
  sizeText,
  weightText,
  windText,
  type Units,
} from '@/format/units'
import AnimalDrawing from '@/drawings/AnimalDrawing.vue'
import TagStreamer from '@/parts/TagStreamer.vue'
import TroubleNote from '@/parts/TroubleNote.vue'
import WaterMap from '@/parts/WaterMap.vue'
import { FATE, FOUND_HOW, ENCOUNTER_KIND, whenText } from '@/words/fish'
import { useLocalStorage } from '@vueuse/core'
import { useSessionStore } from '@/stores/session'
import { t } from '@/words/finds'
import GrowthLine from './parts/GrowthLine.vue'

const props = defineProps<{ storyKey: string }>()
const route = useRoute()
const story = ref<Schemas['Story'] | null>(null)
const refusal = ref<Trouble | null>(null)

watch(
  () => props.storyKey,
  async (key) => {
    story.value = refusal.value = null
    try {
      const answer = await api.story(key)
      if (key === props.storyKey) story.value = answer
    } catch (thrown) {
      if (key === props.storyKey) refusal.value = trouble(thrown)
    }
  },
  { immediate: true },
)

const numbers = computed(() => [
  ...new Set(story.value?.catches.flatMap((caught) => caught.tag_numbers)),
])
const coarse = computed(() => story.value?.audience === 'public')
const placed = computed(() =>
  (story.value?.catches ?? [])
    .filter((caught) => caught.lat_deg !== null)
    .map((caught) => ({
      lat_deg: caught.lat_deg!,
      lon_deg: caught.lon_deg!,
      coarse: coarse.value,
    })),
)
const ways = computed(() =>
  (story.value?.legs ?? []).flatMap((leg) => (leg.path ? [leg.path as [number, number][]] : [])),
)
const OUTCOME: Record<string, string> = {
  strong: t('finds.story.swamOffStrongly'),
  slow: t('finds.story.swamOffSlowly'),
  floated: t('finds.story.floated'),
  sank: t('finds.story.sank'),
  predator: t('finds.story.takenByAPredator'),
  lost_from_sight: t('finds.story.notSeen'),
}
/** Weight over what is usual for that length, in words with the number. */
const conditionText = (weight: number, relative: number | null) =>
  weightText(weight, units.value) +
  (relative === null
    ? ''
    : t('finds.story.ofTheUsualWeightFor', { relative: Math.round(relative * 100) }))
const whole = computed(() => story.value?.whole ?? null)
/** A finder reads it in own units; this device keeps the choice. */
const session = useSessionStore()
const chosen = useLocalStorage<Units | ''>('voucher.units', '')
const units = computed<Units>(() => chosen.value || session.units)
</script>

<template>
  <div class="page story stack-4">
    <TroubleNote :trouble="refusal" />
    <el-skeleton v-if="!story && !refusal" :rows="8" animated />
    <template v-if="story">
      <p v-if="route.query.thanks" class="thanks" role="status">
        {{ t('finds.story.thankYouThisIsThe') }}
      </p>
      <header>
        <div>
          <h1>{{ story.species.common_name }}</h1>
          <p class="soft">
            <i>{{ story.species.scientific_name }}</i>
          </p>
          <div class="tags">
            <TagStreamer v-for="number in numbers" :key="number" :number="number" size="large" />
          </div>
        </div>
        <AnimalDrawing
          class="shape"
          :guild="story.species.guild_key"
          :label="t('finds.story.drawingOfAWithA', { common_name: story.species.common_name })"
          tagged
        />
      </header>

      <section v-if="story.pictures.length" :aria-label="t('finds.story.photos')" class="photos">
        <img
          v-for="slug in story.pictures"
          :key="slug"
          :src="`/api/pictures/${slug}`"
          :alt="t('finds.story.photoOf', { common_name: story.species.common_name })"
          loading="lazy"
        />
      </section>
      <section v-if="whole" class="figures-row" :aria-label="t('finds.story.inShort')">
        <div>
          <strong class="tabular" data-testid="days">{{
            whole.days.toLocaleString('en-GB')
          }}</strong><span
            >{{ t('finds.story.daysAtLiberty', whole.days)
            }}{{ whole.days_at_most ? t('finds.story.atMost') : '' }}</span
          >
        </div>
        <div v-if="whole.distance_m !== null">
          <strong class="tabular" data-testid="distance">{{
            distanceText(whole.distance_m, whole.distance_is_coarse, units)
          }}</strong>
          <span
            >{{ t('finds.story.fromWhereItWasTagged')
            }}<template v-if="whole.azimuth_deg !== null && whole.distance_m > 0">{{
              t('finds.story.toThe', { azimuth_deg: windText(whole.azimuth_deg) })
            }}</template></span
          >
        </div>
        <div v-if="whole.by_water_m !== null">
          <strong class="tabular" data-testid="by-water">{{
            distanceText(whole.by_water_m, whole.distance_is_coarse, units)
          }}</strong>
          <span>{{ t('finds.story.distanceByWater') }}</span>
        </div>
        <div v-if="whole.growth.increment_mm !== null">
          <strong class="tabular" data-testid="growth">{{
            growthText(whole.growth.increment_mm, units)
          }}</strong>
          <span>{{
            t('finds.story.margin', { margin: sizeText(whole.growth.margin_mm!, units) })
          }}</span>
        </div>
      </section>
      <p v-if="whole" data-testid="growth-sentence">
        {{ units === 'imperial' ? whole.growth.sentence_imperial : whole.growth.sentence }}
        <template v-if="whole.growth.verdict === 'grew' && whole.growth.yearly_mm !== null">
          {{
            t('finds.story.thatIsAYear', {
              units: sizeText(whole.growth.yearly_mm, units),
              units2: sizeText(whole.growth.yearly_margin_mm!, units),
            })
          }}
        </template>
      </p>
      <p v-if="whole?.by_water_why" class="soft">
        {{ t('finds.story.noDistanceByWater', { by_water_why: whole.by_water_why }) }}
      </p>
      <p v-if="story.typical" class="typical" data-testid="typical">
        <b>{{ t('finds.story.whatIsUsual') }}</b> {{ story.typical.sentence }}
      </p>
      <p v-if="!whole" class="soft">
        {{ t('finds.story.itHasBeenCaughtOnce') }}
      </p>

      <div class="columns">
        <WaterMap
          class="map"
          :places="placed"
          :ways="ways"
          :label="t('finds.story.mapOfWhereTheFish')"
        />
        <section>
          <h2>{{ t('finds.story.itsCatches') }}</h2>
          <ol class="timeline">
            <li v-for="(caught, index) in story.catches" :key="index">
              <b>{{ index + 1 }}</b>
              <div>
                <p>
                  <strong>{{ whenText(caught) }}</strong>{{ ' ' }}
                  <span v-if="index > 0" class="soft"
                    >{{
                      t('finds.story.after', {
                        most: story.legs[index - 1]!.days_at_most
                          ? t('finds.story.atMostDays')
                          : '',
                        days: daysText(story.legs[index - 1]!.days),
                      })
                    }}<template v-if="story.legs[index - 1]!.by_water_m !== null">{{
                      t('finds.story.byWater', {
                        units: distanceText(story.legs[index - 1]!.by_water_m!, coarse, units),
                      })
                    }}</template></span
                  >
                </p>
                <p>
                  {{ FOUND_HOW[caught.found_how] ?? ENCOUNTER_KIND[caught.what]
                  }}<template v-if="caught.place_name">, {{ caught.place_name }}</template
                  >{{
                    t('finds.story.by', {
                      by: caught.by,
                      fate: FATE[caught.fate] ? `; ${FATE[caught.fate]}` : '',
                    })
                  }}<template v-if="caught.outcome"
                    >, {{ OUTCOME[caught.outcome] ?? caught.outcome }}</template
                  >
                </p>
                <p v-if="caught.weight_g" class="tabular">
                  {{ conditionText(caught.weight_g, caught.relative_weight) }}
                </p>
                <p v-if="caught.length_mm" class="tabular">
                  {{ lengthText(caught.length_mm, units) }} {{ caught.length_kind }}
                  <span class="soft"
                    >± {{ sizeText(caught.length_margin_mm!, units) }},
                    {{ caught.length_how }}</span
                  >
                </p>
              </div>
            </li>
          </ol>
        </section>
      </div>
      <GrowthLine
        v-if="story.catches.filter((one) => one.length_mm).length > 1"
        :catches="story.catches"
        :kind="story.species.length_kind"
        :units="units"
      />
      <p class="certificate">
        <a
          :href="`/api/stories/${storyKey}/certificate.pdf?units=${units}`"
          target="_blank"
          rel="noopener"
          >{{ t('finds.story.certificateToPrintPdf') }}</a
        >
        <a :href="`/api/stories/${storyKey}/picture.png`" target="_blank" rel="noopener">{{
          t('finds.story.pictureToSharePng')
        }}</a>
      </p>
      <p class="soft">
        {{ t('finds.story.showIn') }}
        <button
          type="button"
          class="link"
          @click="chosen = units === 'metric' ? 'imperial' : 'metric'"
        >
          {{
            units === 'metric'
              ? t('finds.story.inchesPoundsAndMiles')
              : t('finds.story.centimetresGramsAndKilometres')
          }}</button>.
      </p>
      <p v-if="coarse" class="soft">
        {{ t('finds.story.coarsePlaces') }}
      </p>
    </template>
  </div>
</template>

<style scoped>
.photos {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-2);
}
.photos img {
  max-width: min(100%, 420px);
  border-radius: var(--round);
}
.thanks {
  background: var(--kelp-soft);
  border-left: 5px solid var(--kelp);
  padding: var(--gap-3) var(--gap-4);
}
header {
  display: flex;
  justify-content: space-between;
  gap: var(--gap-4);
  flex-wrap: wrap;
}
h1 {
  font-size: 40px;
}
.tags {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-2);
  margin-top: var(--gap-3);
}
.shape {
  width: 240px;
  max-width: 100%;
}
.figures-row {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-3) var(--gap-5);
  border-top: 3px solid var(--kelp);
  border-bottom: 1px solid var(--line);
  padding: var(--gap-3) 0;
}
.figures-row div {
  display: grid;
}
.figures-row strong {
  font-size: 34px;
  line-height: 1.1;
}
.columns {
  display: grid;
  grid-template-columns: minmax(0, 1.2fr) minmax(0, 1fr);
  align-items: start;
  gap: var(--gap-5);
}
.map :deep(.map) {
  height: 360px;
}
.timeline {
  list-style: none;
  margin: var(--gap-3) 0 0;
  padding: 0;
}
.timeline li {
  display: grid;
  grid-template-columns: 34px 1fr;
  gap: var(--gap-3);
  padding-bottom: var(--gap-4);
  position: relative;
}
.timeline li:not(:last-child)::before {
  content: '';
  position: absolute;
  left: 16px;
  top: 30px;
  bottom: 0;
  border-left: 2px dashed var(--line-strong);
}
.timeline b {
  width: 34px;
  height: 28px;
  display: grid;
  place-items: center;
  background: var(--oilskin);
  color: var(--on-oilskin);
  border: 1px solid var(--ink);
  font-family: var(--font-figures);
}
.typical {
  border-left: 4px solid var(--kelp);
  padding-left: var(--gap-3);
}
.certificate {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-3);
}
.certificate a {
  display: inline-block;
  padding: var(--gap-3) var(--gap-4);
  border: 2px solid var(--kelp);
  border-radius: var(--round);
  font-weight: var(--weight-strong);
  text-decoration: none;
}
@media (max-width: 760px) {
  .columns {
    grid-template-columns: 1fr;
  }
  h1 {
    font-size: 32px;
  }
  .shape {
    width: 160px;
  }
}
</style>
