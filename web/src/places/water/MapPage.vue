<script setup lang="ts">
import { computed, ref, shallowRef, watch } from 'vue'
import { useAct } from '@/api/useAct'
import { water } from '@/api/water'
import TroubleNote from '@/parts/TroubleNote.vue'
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
  <div class="page wide map-page stack">
    <WaterNav />
    <header>
      <h1>Map</h1>
      <p role="status">
        {{ sum('released') }} fish let go with a tag and {{ sum('back') }} catches of tagged fish in
        view.
        <span v-if="isCoarse" class="soft">
          Places of others are shown in cells of 5 km or more; a dashed cell holds fewer than 5
          fish.
        </span>
      </p>
    </header>
    <FilterBar />
    <div class="choice" role="group" aria-label="Shown">
      <button
        type="button"
        class="quiet"
        :aria-pressed="shows === 'released'"
        @click="shows = 'released'"
      >
        Let go
      </button>
      <button type="button" class="quiet" :aria-pressed="shows === 'back'" @click="shows = 'back'">
        Caught again
      </button>
      <button type="button" class="quiet" :aria-pressed="showsWays" @click="showsWays = !showsWays">
        Their ways
      </button>
      <button type="button" class="quiet" @click="map?.closer()">Closer</button>
      <button type="button" class="quiet" @click="map?.farther()">Farther</button>
      <button
        type="button"
        class="quiet"
        :aria-pressed="map?.isDrawing ?? false"
        @click="map?.drawArea()"
      >
        Draw an area
      </button>
    </div>
    <p v-if="showsWays && ways" class="soft" role="status">
      {{
        ways.ways.length
          ? `Ways by water of the ${ways.ways.length} fish caught last${ways.coarse ? ', between the middles of 5 km cells' : ''}.`
          : 'No fish of this filter was caught again somewhere else.'
      }}
    </p>
    <p v-if="map?.isDrawing" class="soft" role="status">
      Draw a rectangle on the map; Escape leaves it. It is the filter of every page then.
    </p>
    <TroubleNote :trouble="refusal ?? noWays ?? noFish" />
    <CellMap
      ref="map"
      :cells="cells"
      :shows="shows"
      :ways="ways?.ways ?? []"
      :label="`Map of fish ${shows === 'back' ? 'caught again' : 'let go'}`"
      :area="filter.area"
      @area="set('area', $event)"
      @view="within = $event"
      @pick="pick"
    />
    <div class="choice">
      <MonthPlayer v-model="month" />
      <button type="button" class="quiet" @click="set('area', within)">
        Only what is in view, on every page
      </button>
    </div>
    <p v-if="chosen" role="status">
      Around {{ place(chosen) }}:
      {{
        chosen.few
          ? 'too few to show, fewer than 5 fish.'
          : `${chosen.released} let go, ${chosen.back} caught again.`
      }}
    </p>
    <FishBehind v-if="chosen && behind?.fish.length" :seen="behind" />
    <details>
      <summary>The busiest cells</summary>
      <table v-cards class="list">
        <thead>
          <tr>
            <th>around</th>
            <th>let go</th>
            <th>caught again</th>
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
