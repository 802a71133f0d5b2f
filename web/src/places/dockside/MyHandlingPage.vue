<script setup lang="ts">
import { computed, onMounted, shallowRef } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, type Schemas } from '@/api/client'
import { useAct } from '@/api/useAct'
import ChartBox, { type Colours } from '@/parts/ChartBox.vue'
import TroubleNote from '@/parts/TroubleNote.vue'
import { t } from '@/words/dockside'
import { HOOK_TYPE } from '@/words/fish'
import OwnReturns from './parts/OwnReturns.vue'

/** How a member handled a season's fish. */
const route = useRoute()
const router = useRouter()
const season = shallowRef<Schemas['Season'] | null>(null)
const { busy, refusal, read } = useAct()
const load = (year?: string) =>
  read(
    () => api.season(year),
    (answer) => (season.value = answer),
  )
onMounted(() => load(typeof route.query.season === 'string' ? route.query.season : undefined))
function choose(year: number) {
  void router.replace({ query: { season: year } })
  void load(String(year))
}

const seconds = (value: number | null) =>
  value === null ? '–' : value < 100 ? `${value.toFixed(1)} s` : `${Math.round(value)} s`
const percent = (share: number) => `${Math.round(share * 100)} %`
const round = (value: number | null, digits = 1) =>
  value === null ? null : Number(value.toFixed(digits))
const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec']
const monthName = (month: string) => MONTHS[Number(month.slice(5)) - 1]!

const fishIn = (rows: { fish: number }[]) => rows.reduce((sum, row) => sum + row.fish, 0)
const months = computed(() => season.value?.months ?? [])
const monthRows = computed(() =>
  months.value.map((month) => [
    monthName(month.month),
    month.fish,
    round(month.median),
    round(month.p90),
    round(month.budget),
  ]),
)
const axis = (colours: Colours) => ({
  axisLabel: { color: colours.ink },
  axisLine: { lineStyle: { color: colours.soft } },
  splitLine: { lineStyle: { color: colours.line } },
})
const monthChart = (colours: Colours) => ({
  grid: { left: 46, right: 12, top: 34, bottom: 28 },
  legend: { top: 0, textStyle: { color: colours.ink } },
  xAxis: {
    type: 'category',
    data: months.value.map((month) => monthName(month.month)),
    ...axis(colours),
  },
  yAxis: { type: 'value', name: 's', nameTextStyle: { color: colours.ink }, ...axis(colours) },
  series: [
    {
      name: t('dockside.myHandling.halfTheFishStayedUnder'),
      type: 'line',
      data: months.value.map((month) => month.median),
      symbolSize: 9,
      color: colours.kelp,
      lineStyle: { width: 3 },
    },
    {
      name: t('dockside.myHandling.nineInTenFishStayed'),
      type: 'line',
      data: months.value.map((month) => month.p90),
      symbol: 'triangle',
      symbolSize: 9,
      color: colours.sea,
      lineStyle: { type: 'dashed' },
    },
    {
      name: t('dockside.myHandling.timeLimit'),
      type: 'line',
      data: months.value.map((month) => month.budget),
      symbol: 'none',
      color: colours.rust,
      lineStyle: { type: 'dotted', width: 3 },
    },
  ],
})
const hooks = computed(() => (season.value?.hooks ?? []).filter((hook) => hook.share !== null))
const hookRows = computed(() =>
  (season.value?.hooks ?? []).map((hook) => [
    HOOK_TYPE[hook.hook_type] ?? hook.hook_type,
    hook.fish,
    hook.deep,
    hook.share === null ? null : percent(hook.share),
    hook.low === null
      ? null
      : t('dockside.myHandling.to', { low: percent(hook.low), high: percent(hook.high!) }),
    Object.entries(hook.places)
      .map(([place, count]) => `${place.replace('_', ' ')} ${count}`)
      .join(', '),
  ]),
)
const hookChart = (colours: Colours) => ({
  grid: { left: 70, right: 20, top: 10, bottom: 30 },
  yAxis: {
    type: 'category',
    data: hooks.value.map((hook) => HOOK_TYPE[hook.hook_type] ?? hook.hook_type),
    ...axis(colours),
  },
  xAxis: {
    type: 'value',
    max: Math.min(
      100,
      Math.ceil(Math.max(10, ...hooks.value.map((hook) => hook.high! * 100)) / 10) * 10,
    ),
    axisLabel: { formatter: '{value} %', color: colours.ink },
    splitLine: { lineStyle: { color: colours.line } },
  },
  series: [
    {
      type: 'bar',
      stack: 'range',
      data: hooks.value.map((hook) => hook.low! * 100),
      itemStyle: { color: 'transparent' },
      barWidth: 12,
    },
    {
      type: 'bar',
      stack: 'range',
      data: hooks.value.map((hook) => (hook.high! - hook.low!) * 100),
      itemStyle: { color: colours.sea, borderRadius: 6 },
    },
    {
      type: 'scatter',
      data: hooks.value.map((hook, index) => [hook.share! * 100, index]),
      symbol: 'diamond',
      symbolSize: 16,
      color: colours.ink,
    },
  ],
})
const habits = computed(() => (season.value?.habits ?? []).slice(0, 8))
const habitRows = computed(() =>
  (season.value?.habits ?? []).map((habit) => [
    habit.name,
    habit.fish,
    habit.points,
    round(habit.mean_with),
    round(habit.mean_without),
  ]),
)
const habitChart = (colours: Colours) => ({
  grid: { left: 170, right: 44, top: 8, bottom: 28 },
  yAxis: {
    type: 'category',
    inverse: true,
    data: habits.value.map((habit) => habit.name),
    ...axis(colours),
  },
  xAxis: { type: 'value', ...axis(colours) },
  series: [
    {
      type: 'bar',
      data: habits.value.map((habit) => habit.points),
      barWidth: 16,
      itemStyle: { color: colours.kelp, borderRadius: [0, 8, 8, 0] },
      label: { show: true, position: 'right', color: colours.ink },
    },
  ],
})
</script>

<template>
  <div class="page breadth">
    <header class="top">
      <div>
        <h1>{{ t('dockside.myHandling.myHandling') }}</h1>
        <p class="soft">
          <RouterLink to="/dockside">{{ t('dockside.myHandling.allTrips') }}</RouterLink>
          {{ t('dockside.myHandling.fromYourOwnRecordsAlone') }}
        </p>
      </div>
      <label v-if="season?.seasons.length"
        >{{ t('dockside.myHandling.season') }}
        <select
          class="field year"
          :value="season.season"
          @change="choose(Number(($event.target as HTMLSelectElement).value))"
        >
          <option v-for="year in season.seasons" :key="year" :value="year">{{ year }}</option>
        </select></label
      >
    </header>
    <TroubleNote :trouble="refusal" />
    <el-skeleton v-if="!season && busy" :rows="8" animated />
    <p v-else-if="season && season.points.mean === null" class="soft">
      {{
        season.fish
          ? t('dockside.myHandling.youHaveFishSoFar', {
              fish: season.fish,
              fish_needed: season.fish_needed,
            })
          : t('dockside.myHandling.noFishOfYoursYet')
      }}
    </p>
    <template v-else-if="season">
      <section v-if="season.sentences.length" class="change" aria-labelledby="change">
        <h2 id="change">{{ t('dockside.myHandling.whatToChange') }}</h2>
        <ol>
          <li v-for="sentence in season.sentences" :key="sentence">{{ sentence }}</li>
        </ol>
      </section>
      <p v-else class="change">
        {{
          t('dockside.myHandling.yourFishOfShowNothing', {
            fish: season.fish,
            season: season.season,
          })
        }}
      </p>
      <section class="times" :aria-label="t('dockside.myHandling.timesWithinTheTimeLimits')">
        <div v-for="time in season.times" :key="time.key" class="time">
          <h2>{{ time.title }}</h2>
          <p class="figure figures">{{ seconds(time.median) }}</p>
          <p class="soft">
            {{
              t('dockside.myHandling.halfOfFishNineIn', { fish: time.fish, p90: seconds(time.p90) })
            }}
          </p>
          <p v-if="time.within">
            {{
              t('dockside.myHandling.ofWithinTheTimeLimit', {
                count: time.within.count,
                fish: time.fish,
              })
            }}
            <span class="soft">{{
              t('dockside.myHandling.shareLimits', {
                low: percent(time.within.low),
                high: percent(time.within.high),
              })
            }}</span>
          </p>
          <div v-if="time.within" class="water" aria-hidden="true">
            <i :style="`--share: ${time.within.share}`" />
          </div>
        </div>
      </section>
      <OwnReturns />
      <div class="charts">
        <ChartBox
          :title="t('dockside.myHandling.airExposureOverTheSeason')"
          :says="t('dockside.myHandling.secondsOfAirExposurePer', { months: fishIn(months) })"
          name="air-by-month"
          :columns="[
            'month',
            'fish',
            t('dockside.myHandling.halfUnderS'),
            t('dockside.myHandling.nineInTenUnderS'),
            t('dockside.myHandling.timeLimitS'),
          ]"
          :rows="monthRows"
          :option="monthChart"
        />
        <ChartBox
          :title="t('dockside.myHandling.hookedDeepByHook')"
          :says="
            t('dockside.myHandling.shareOfFishHookedIn') +
            t('dockside.myHandling.fromFish', { hooks: fishIn(hooks) })
          "
          name="deep-by-hook"
          :columns="['hook', 'fish', 'deep', 'share', '95 %', 'places']"
          :rows="hookRows"
          :option="hookChart"
        />
        <ChartBox
          :title="t('dockside.myHandling.pointsAddedByEachCause')"
          :says="
            t('dockside.myHandling.pointsByCauseFromFish', { fish: season.fish }) +
            t('dockside.myHandling.theHandlingScoreFollowsHouse')
          "
          name="caution-points"
          :height="320"
          :columns="[
            'what',
            'fish',
            'points',
            t('dockside.myHandling.meanHandlingScoreWithThis'),
            'without',
          ]"
          :rows="habitRows"
          :option="habitChart"
        />
      </div>
    </template>
  </div>
</template>

<style scoped>
.page {
  display: grid;
  gap: var(--gap-4);
}
.top {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: var(--gap-3);
}
.year {
  width: 110px;
}
.change {
  padding: var(--gap-3) var(--gap-4);
  border-left: 6px solid var(--oilskin-deep);
  background: var(--sheet);
}
.change ol {
  margin: var(--gap-2) 0 0;
  padding-left: 1.2em;
  display: grid;
  gap: 6px;
}
.times {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(200px, 1fr));
  gap: var(--gap-4);
}
.time {
  line-height: 1.3;
}
.time h2 {
  font-size: 16px;
}
.figure {
  font-size: 34px;
  line-height: 1.15;
}
/* Full water: all within budget. */
.water {
  height: 10px;
  margin-top: 4px;
  border: 1.5px solid var(--ink);
  border-radius: 99px;
  overflow: hidden;
}
.water i {
  display: block;
  width: calc(var(--share) * 100%);
  height: 100%;
  background: var(--sea-deep);
}
.charts {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(100%, 480px), 1fr));
  gap: var(--gap-5);
}
</style>
