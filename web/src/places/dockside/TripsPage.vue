<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core'
import { onMounted, ref, shallowRef } from 'vue'
import { api } from '@/api/client'
import { useAct } from '@/api/useAct'
import { localDate, shortDateText } from '@/format/units'
import OwnArchive from '@/parts/OwnArchive.vue'
import TroubleNote from '@/parts/TroubleNote.vue'
import { useSessionStore } from '@/stores/session'
import { TRIP_STATE } from '@/words/dockside'

type Trips = Awaited<ReturnType<typeof api.trips>>['trips']
const trips = shallowRef<Trips>([])
const more = ref(false)
const { busy, refusal, run } = useAct()

const session = useSessionStore()
const whose = ref<'mine' | 'all'>('mine')
const state = ref<'' | 'open' | 'submitted'>('')
const search = ref('')
const load = (before?: string) =>
  run(async () => {
    const page = await api.trips({
      before,
      whose: whose.value,
      state: state.value || undefined,
      search: search.value.trim() || undefined,
    })
    trips.value = before
      ? [
          ...trips.value,
          ...page.trips.filter((trip) => !trips.value.some((known) => known.id === trip.id)),
        ]
      : page.trips
    more.value = page.more
  })
const searchSoon = useDebounceFn(() => load(), 250)
const isComing = (trip: Trips[number]) =>
  trip.state !== 'submitted' && !trip.fish && !trip.held && trip.held_on >= localDate()
const cancel = (id: string) =>
  run(async () => {
    await api.cancelTrip(id)
    trips.value = trips.value.filter((trip) => trip.id !== id)
  })
onMounted(() => load())
</script>

<template>
  <div class="page">
    <h1>Dockside</h1>
    <p class="soft">Your trips, newest first. What is unfinished is finished here.</p>
    <nav class="ways" aria-label="Also here">
      <RouterLink to="/dockside/sheet">Type a paper sheet</RouterLink>
      <RouterLink to="/dockside/season">How did I do</RouterLink>
      <a href="/api/me/log.csv" download>My log as a table</a>
    </nav>
    <OwnArchive />
    <div class="filters" role="search">
      <select
        v-if="session.isCoordinator"
        v-model="whose"
        class="field"
        aria-label="Whose trips"
        @change="load()"
      >
        <option value="mine">my trips</option>
        <option value="all">all members</option>
      </select>
      <select v-model="state" class="field" aria-label="State" @change="load()">
        <option value="">every state</option>
        <option value="open">not handed in</option>
        <option value="submitted">submitted</option>
      </select>
      <input
        v-model="search"
        class="field"
        type="search"
        maxlength="100"
        :placeholder="session.isCoordinator ? 'Spot or member' : 'Spot'"
        aria-label="Search trips"
        @input="searchSoon"
      />
    </div>
    <TroubleNote :trouble="refusal" />
    <ul v-if="trips.length" class="trips">
      <li v-for="listed in trips" :key="listed.id">
        <RouterLink :to="`/dockside/${listed.id}`" class="trip">
          <b class="tabular">{{ shortDateText(listed.held_on) }}</b>
          <span
            >{{ listed.spot_name
            }}<template v-if="whose === 'all'">, {{ listed.member_name }}</template></span
          >
          <span class="soft tabular"
            >{{ listed.fish }} fish<template v-if="listed.photos"
              >, {{ listed.photos }} photos</template
            ></span
          >
          <span class="state" :class="listed.state"
            >{{ isComing(listed) ? 'planned' : TRIP_STATE[listed.state]
            }}<template v-if="listed.held">, {{ listed.held }} held back</template></span
          >
        </RouterLink>
        <el-popconfirm
          v-if="listed.state !== 'submitted' && !listed.fish && !listed.photos && !listed.held"
          title="Take this trip back? Nothing is logged on it."
          confirm-button-text="Take it back"
          cancel-button-text="Keep it"
          @confirm="cancel(listed.id)"
        >
          <template #reference
            ><button
              type="button"
              class="link"
              :aria-label="`Take back the trip of ${shortDateText(listed.held_on)}`"
            >
              take back
            </button></template
          >
        </el-popconfirm>
      </li>
    </ul>
    <el-skeleton v-else-if="busy" :rows="6" animated />
    <p v-else-if="!refusal && (state || search)" class="soft">No trip is like that.</p>
    <p v-else-if="!refusal" class="soft">
      No trip yet. Plan one on <RouterLink to="/ready">Ready</RouterLink>, start one on the
      <RouterLink to="/deck">Deck</RouterLink>, or type a sheet.
    </p>
    <el-button v-if="more" :loading="busy" @click="load(trips.at(-1)!.held_on)"
      >Show more</el-button
    >
  </div>
</template>

<style scoped>
.page {
  display: grid;
  gap: var(--gap-3);
  justify-items: start;
}
.filters {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-2);
}
.ways {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-2) var(--gap-4);
}
.trips {
  width: 100%;
  list-style: none;
  margin: 0;
  padding: 0;
  border-top: 3px solid var(--kelp);
  background: var(--sheet);
}
.trip {
  display: grid;
  grid-template-columns: 130px minmax(140px, 1fr) minmax(120px, 1fr) minmax(150px, auto);
  gap: var(--gap-3);
  align-items: center;
  min-height: 48px;
  padding: 4px var(--gap-3);
  border-bottom: 1px solid var(--line);
  color: var(--ink);
  text-decoration: none;
}
.trip:hover {
  background: var(--kelp-soft);
}
.state {
  justify-self: end;
}
.open {
  font-weight: var(--weight-strong);
  color: var(--rust);
}
@media (max-width: 620px) {
  .trip {
    grid-template-columns: 1fr auto;
  }
}
</style>
