<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue'
import { useAct } from '@/api/useAct'
import { water } from '@/api/water'
import TroubleNote from '@/parts/TroubleNote.vue'
import { t } from '@/words/water'
import CellMap, { type Cell } from './parts/CellMap.vue'
import FilterBar from './parts/FilterBar.vue'
import FishBehind from './parts/FishBehind.vue'
import MonthPlayer from './parts/MonthPlayer.vue'
import WaterNav from './parts/WaterNav.vue'
import { useWaterFilter } from './useWaterFilter'

/** Where fish were let go and where they were caught again, counted in cells. */
const { filter, set } = useWaterFilter()
const cells = shallowRef<Cell[]>([])
const isCoarse = ref(true)
const within = ref('')
const shows = ref<'released' | 'back'>('released')
const chosen = shallowRef<Cell | null>(null)
const month = ref<number>()
const ways = shallowRef<Awaited<ReturnType<typeof water.ways>> | null>(null)
const showsWays = ref(false)
const behind = shallowRef<Awaited<ReturnType<typeof water.fish>> | null>(null)
const map = ref<InstanceType<typeof CellMap> | null>(null)
const { refusal, read } = useAct()
const { refusal: noWays, read: readWays } = useAct()
const { refusal: noFish, read: readFish } = useAct()

async function load() {
  if (!within.value) return
  const asked = { ...filter.value, within: within.value }
  await read(
    () => water.map({ ...asked, ...(month.value && { month: month.value }) }),
    (answer) => {
      cells.value = answer.cells
      isCoarse.value = answer.coarse
      chosen.value = null
    },
  )
}
watch([within, filter, month], load)

/** Fish go where the filter says, wherever one looks. */
async function loadWays() {
  ways.value = null
  const asked = showsWays.value
  await readWays(
    async () => (asked ? await water.ways(filter.value) : null),
    (answer) => (ways.value = answer),
  )
}
watch([showsWays, filter], loadWays)

async function pick(cell: Cell) {
  chosen.value = cell
  behind.value = null
  const area = [cell.south, cell.west, cell.north, cell.east].join(',')
  await readFish(
    () => water.fish({ ...filter.value, area }),
    (answer) => (behind.value = answer),
  )
}
const sum = (field: 'released' | 'back') => cells.value.reduce((all, cell) => all + cell[field], 0)
const busiest = computed(() =>
  cells.value.toSorted((a, b) => b[shows.value] - a[shows.value]).slice(0, 12),
)
const place = (cell: Cell) =>
  `${((cell.south + cell.north) / 2).toFixed(2)}, ${((cell.west + cell.east) / 2).toFixed(2)}`
</script>

<template>
  <div class="page breadth map-page stack">
    <WaterNav />
    <header>
      <h1>{{ t('water.map.map') }}</h1>
      <p role="status">
        {{
          t('water.map.taggedFishReleasedAndRecaptures', {
            released: sum('released'),
            back: sum('back'),
          })
        }}
        <span v-if="isCoarse" class="soft">
          {{ t('water.map.placesOfOthersAreShown') }}
        </span>
      </p>
    </header>
    <FilterBar />
    <div class="choice" role="group" :aria-label="t('water.map.shown')">
      <button
        type="button"
        class="quiet"
        :aria-pressed="shows === 'released'"
        @click="shows = 'released'"
      >
        {{ t('water.map.released') }}
      </button>
      <button type="button" class="quiet" :aria-pressed="shows === 'back'" @click="shows = 'back'">
        {{ t('water.map.recaptured') }}
      </button>
      <button type="button" class="quiet" :aria-pressed="showsWays" @click="showsWays = !showsWays">
        {{ t('water.map.tracks') }}
      </button>
      <button type="button" class="quiet" @click="map?.closer()">
        {{ t('water.map.zoomIn') }}
      </button>
      <button type="button" class="quiet" @click="map?.farther()">
        {{ t('water.map.zoomOut') }}
      </button>
      <button
        type="button"
        class="quiet"
        :aria-pressed="map?.isDrawing ?? false"
        @click="map?.drawArea()"
      >
        {{ t('water.map.drawAnArea') }}
      </button>
    </div>
    <p v-if="showsWays && ways" class="soft" role="status">
      {{
        ways.ways.length
          ? t('water.map.distancesByWaterOfThe', {
              ways: ways.ways.length,
              cells: ways.coarse ? t('water.map.betweenCells') : '',
            })
          : t('water.map.noFishOfThisFilter')
      }}
    </p>
    <p v-if="map?.isDrawing" class="soft" role="status">
      {{ t('water.map.drawARectangleOnThe') }}
    </p>
    <TroubleNote :trouble="refusal ?? noWays ?? noFish" />
    <CellMap
      ref="map"
      :cells="cells"
      :shows="shows"
      :ways="ways?.ways ?? []"
      :label="
        t('water.map.mapOfFish', {
          go: shows === 'back' ? t('water.map.recapturedHead') : t('water.map.releasedHead'),
        })
      "
      :area="filter.area"
      @area="set('area', $event)"
      @view="within = $event"
      @pick="pick"
    />
    <div class="choice">
      <MonthPlayer v-model="month" />
      <button type="button" class="quiet" @click="set('area', within)">
        {{ t('water.map.useOnlyWhatIsIn') }}
      </button>
    </div>
    <p v-if="chosen" role="status">
      {{
        t('water.map.around', {
          chosen: place(chosen),
          again: chosen.few
            ? t('water.map.tooFewToShowFewer')
            : t('water.map.releasedRecaptured', { released: chosen.released, back: chosen.back }),
        })
      }}
    </p>
    <FishBehind v-if="chosen && behind?.fish.length" :seen="behind" />
    <details>
      <summary>{{ t('water.map.theBusiestCells') }}</summary>
      <table v-cards class="list">
        <thead>
          <tr>
            <th>{{ t('water.map.aroundHead') }}</th>
            <th>{{ t('water.map.releasedHead') }}</th>
            <th>{{ t('water.map.recapturedHead') }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="cell in busiest" :key="place(cell)">
            <td class="tabular">{{ place(cell) }}</td>
            <td class="tabular">{{ cell.released }}</td>
            <td class="tabular">{{ cell.back }}</td>
          </tr>
        </tbody>
      </table>
    </details>
  </div>
</template>

<style scoped>
.choice {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-2);
}
.choice [aria-pressed='true'] {
  background: var(--kelp-soft);
  font-weight: var(--weight-strong);
}
</style>
