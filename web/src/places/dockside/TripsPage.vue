<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core'
import { onMounted, ref, shallowRef } from 'vue'
import { api } from '@/api/client'
import { useAct } from '@/api/useAct'
import { localDate, shortDateText } from '@/format/units'
import OwnArchive from '@/parts/OwnArchive.vue'
import TroubleNote from '@/parts/TroubleNote.vue'
import { useSessionStore } from '@/stores/session'
import { t } from '@/words/dockside'
import { TRIP_STATE } from '@/words/records'

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
    <h1>{{ t('dockside.trips.dockside') }}</h1>
    <p class="soft">{{ t('dockside.trips.yourTripsNewestFirstFinish') }}</p>
    <nav class="ways" :aria-label="t('dockside.trips.moreOnDockside')">
      <RouterLink to="/dockside/sheet">{{ t('dockside.trips.enterAPaperSheet') }}</RouterLink>
      <RouterLink to="/dockside/my-handling">{{ t('dockside.trips.myHandling') }}</RouterLink>
      <a href="/api/me/log.csv" download>{{ t('dockside.trips.myLogAsATable') }}</a>
    </nav>
    <OwnArchive />
    <div class="filters" role="search">
      <select
        v-if="session.isCoordinator"
        v-model="whose"
        class="field"
        :aria-label="t('dockside.trips.whoseTrips')"
        @change="load()"
      >
        <option value="mine">{{ t('dockside.trips.myTrips') }}</option>
        <option value="all">{{ t('dockside.trips.allMembers') }}</option>
      </select>
      <select
        v-model="state"
        class="field"
        :aria-label="t('dockside.trips.status')"
        @change="load()"
      >
        <option value="">{{ t('dockside.trips.anyStatus') }}</option>
        <option value="open">{{ t('dockside.trips.notSubmitted') }}</option>
        <option value="submitted">{{ t('dockside.trips.submitted') }}</option>
      </select>
      <input
        v-model="search"
        class="field"
        type="search"
        maxlength="100"
        :placeholder="
          session.isCoordinator ? t('dockside.trips.spotOrMember') : t('dockside.trips.spot')
        "
        :aria-label="t('dockside.trips.searchTrips')"
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
            >{{ t('dockside.trips.fish', { fish: listed.fish })
            }}<template v-if="listed.photos">{{
              t('dockside.trips.photos', { photos: listed.photos })
            }}</template></span
          >
          <span class="state" :class="listed.state"
            >{{ isComing(listed) ? t('dockside.trips.planned') : TRIP_STATE[listed.state]
            }}<template v-if="listed.held">{{
              t('dockside.trips.notAcceptedYet', { held: listed.held })
            }}</template></span
          >
        </RouterLink>
        <el-popconfirm
          v-if="listed.state !== 'submitted' && !listed.fish && !listed.photos && !listed.held"
          :title="t('dockside.trips.cancelThisTripNothingIs')"
          :confirm-button-text="t('dockside.trips.cancelTrip')"
          :cancel-button-text="t('dockside.trips.keepTrip')"
          @confirm="cancel(listed.id)"
        >
          <template #reference
            ><button
              type="button"
              class="link"
              :aria-label="
                t('dockside.trips.cancelTheTripOf', { held_on: shortDateText(listed.held_on) })
              "
            >
              {{ t('dockside.trips.cancelTripLink') }}
            </button></template
          >
        </el-popconfirm>
      </li>
    </ul>
    <el-skeleton v-else-if="busy" :rows="6" animated />
    <p v-else-if="!refusal && (state || search)" class="soft">
      {{ t('dockside.trips.noTripFitsTheseFilters') }}
    </p>
    <p v-else-if="!refusal" class="soft">
      {{ t('dockside.trips.noTripYetPlanA') }}
      <RouterLink to="/ready">{{ t('dockside.trips.ready') }}</RouterLink>{{
        t('dockside.trips.startATripOnThe')
      }}
      <RouterLink to="/deck">{{ t('dockside.trips.deck') }}</RouterLink>{{
        t('dockside.trips.orEnterAPaperSheet')
      }}
    </p>
    <el-button v-if="more" :loading="busy" @click="load(trips.at(-1)!.held_on)">{{
      t('dockside.trips.showMore')
    }}</el-button>
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
