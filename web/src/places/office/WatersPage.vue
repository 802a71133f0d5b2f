<script setup lang="ts">
import { computed, onMounted, ref, shallowRef } from 'vue'
import { api, type Schemas } from '@/api/client'
import { useAct } from '@/api/useAct'
import { forgetCoast } from '@/parts/coast'
import TroubleNote from '@/parts/TroubleNote.vue'
import WaterMap from '@/parts/WaterMap.vue'
import { t } from '@/words/office'
import GearLaws from './parts/GearLaws.vue'
import ManyAtOnce from './parts/ManyAtOnce.vue'
import OfficeNav from './parts/OfficeNav.vue'

/** The programme's name, its waters, the spots in them, and the drawn coast. */
type Waters = Schemas['Waters']
type Spot = Waters['spots'][number]
const loaded = shallowRef<Waters | null>(null)
const name = ref('')
const contact = ref('')
const editing = ref<
  | (Pick<Spot, 'name' | 'water_code' | 'lat_deg' | 'lon_deg' | 'retired'> & {
      code: string | null
    })
  | null
>(null)
const water = ref<{ code: string | null; name: string; kind: 'sea' | 'fresh' } | null>(null)
/** Corners of a fresh water as they were touched. */
const corners = ref<[number, number][]>([])
const timeZone = ref('')
/** What the front page says, and what people who join are asked. */
const front = ref({ about: '', joining: '', join_question: '', join_answer: '' })
/** MM-DD, or nothing where the catches tell it. */
const seasonBegins = ref('')
const FIRSTS = Array.from({ length: 12 }, (_, month) => ({
  day: `${String(month + 1).padStart(2, '0')}-01`,
  name: `1 ${new Date(2001, month, 1).toLocaleString('en-GB', { month: 'long' })}`,
}))
const seasonDays = computed(() =>
  seasonBegins.value === '' || FIRSTS.some((season) => season.day === seasonBegins.value)
    ? FIRSTS
    : [...FIRSTS, { day: seasonBegins.value, name: seasonBegins.value }],
)
/** Named by the browser; the server knows which of them it can tell the time of. */
const TIME_ZONES = ['UTC', ...Intl.supportedValuesOf('timeZone')]
const { busy, refusal, notice, run } = useAct()

function take(waters: Waters) {
  loaded.value = waters
  name.value = waters.programme.name
  contact.value = waters.programme.contact ?? ''
  timeZone.value = waters.programme.time_zone
  seasonBegins.value = waters.programme.season_begins ?? ''
  front.value = {
    about: waters.programme.about ?? '',
    joining: waters.programme.joining ?? '',
    join_question: waters.programme.join_question ?? '',
    join_answer: waters.programme.join_answer ?? '',
  }
}
onMounted(() => run(async () => take(await api.waters())))

const codeOf = (text: string) =>
  text
    .normalize('NFKD')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '_')
    .replace(/^_+|_+$/g, '')
    .slice(0, 40)

const nameIt = () =>
  run(async () => {
    take(
      await api.nameProgramme({
        name: name.value.trim(),
        contact: contact.value.trim() || null,
        time_zone: timeZone.value,
        season_begins: seasonBegins.value || null,
        about: front.value.about.trim() || null,
        joining: front.value.joining.trim() || null,
        join_question: front.value.join_question.trim() || null,
        join_answer: front.value.join_answer.trim() || null,
      }),
    )
    notice.value = t('office.waters.theProgrammeIsSaved')
  })

const keepWater = () =>
  run(async () => {
    const { code, name, kind } = water.value!
    const drawn = kind === 'fresh' && corners.value.length ? { corners: corners.value } : {}
    take(await api.keepWater(code ?? codeOf(name), { name, kind, ...drawn }))
    if (drawn.corners) forgetCoast()
    water.value = null
    notice.value = drawn.corners
      ? t('office.waters.isSavedAndDrawn', { name })
      : t('office.waters.isSaved', { name })
  })

function editWater(chosen: Waters['waters'][number] | null) {
  refusal.value = null
  corners.value = []
  water.value = chosen
    ? { code: chosen.code, name: chosen.name, kind: chosen.kind }
    : { code: null, name: '', kind: 'sea' }
}
const spotPlaces = computed(() =>
  (loaded.value?.spots ?? [])
    .filter((spot) => !spot.retired)
    .map((spot) => ({ lat_deg: spot.lat_deg, lon_deg: spot.lon_deg, coarse: false })),
)

const spotNumber = (spot: Spot) =>
  loaded.value!.spots.filter((spot) => !spot.retired).indexOf(spot) + 1

function edit(spot: Spot | null) {
  refusal.value = null
  const first = loaded.value!.waters[0]
  editing.value = spot
    ? { ...spot }
    : {
        code: null,
        name: '',
        water_code: first?.code ?? '',
        lat_deg: NaN,
        lon_deg: NaN,
        retired: false,
      }
}

const picked = computed({
  get: () =>
    editing.value && [editing.value.lat_deg, editing.value.lon_deg].every(Number.isFinite)
      ? { lat_deg: editing.value.lat_deg, lon_deg: editing.value.lon_deg }
      : null,
  set: (place) => place && editing.value && Object.assign(editing.value, place),
})

const keepSpot = () =>
  run(async () => {
    const { code, ...spot } = editing.value!
    take(
      await api.keepSpot(code ?? codeOf(spot.name), {
        name: spot.name.trim(),
        water_code: spot.water_code,
        lat_deg: spot.lat_deg,
        lon_deg: spot.lon_deg,
        retired: spot.retired,
      }),
    )
    editing.value = null
    notice.value = t('office.waters.isSaved', { name: spot.name })
  })

const readCoast = (event: globalThis.Event) =>
  run(async () => {
    const file = (event.target as HTMLInputElement).files?.[0]
    if (!file) return
    let drawn: Record<string, unknown>
    try {
      drawn = JSON.parse(await file.text()) as Record<string, unknown>
    } catch {
      notice.value = t('office.waters.isNotReadableAsGeojson', { name: file.name })
      return
    }
    take(await api.drawCoast(drawn))
    forgetCoast()
    notice.value = t('office.waters.theCoastIsRedrawnWith', {
      features: loaded.value!.coast.features,
    })
  })
</script>

<template>
  <div class="page waters">
    <OfficeNav />
    <h1>{{ t('office.waters.programmeAndWaters') }}</h1>
    <TroubleNote v-if="!editing" :trouble="refusal" />
    <p v-if="notice" role="status">{{ notice }}</p>
    <el-skeleton v-if="!loaded && !refusal" :rows="8" animated />
    <template v-if="loaded">
      <form class="sheet" @submit.prevent="nameIt">
        <label
          >{{ t('office.waters.nameOfTheProgramme') }}
          <input v-model="name" class="field" minlength="3" maxlength="120" required
        /></label>
        <label
          >{{ t('office.waters.howPeopleReachYou') }}
          <input
            v-model="contact"
            class="field"
            maxlength="300"
            :placeholder="t('office.waters.aPhoneNumberOrAn')"
        /></label>
        <label
          >{{ t('office.waters.itsTimeZoneForThe') }}
          <input v-model="timeZone" class="field" list="time-zones" maxlength="60" required />
          <datalist id="time-zones">
            <option v-for="zone in TIME_ZONES" :key="zone" :value="zone" />
          </datalist>
        </label>
        <label
          >{{ t('office.waters.aSeasonBeginsIn') }}
          <select v-model="seasonBegins" class="field">
            <option value="">{{ t('office.waters.theQuietestMonth') }}</option>
            <option v-for="seasonDay in seasonDays" :key="seasonDay.day" :value="seasonDay.day">
              {{ seasonDay.name }}
            </option>
          </select>
          <span class="soft">{{ t('office.waters.survivalIsCalculatedFromOne') }}</span>
        </label>
        <label class="wide"
          >{{ t('office.waters.aboutUs') }}
          <textarea v-model="front.about" class="field" rows="3" maxlength="3000"></textarea>
        </label>
        <label class="wide"
          >{{ t('office.waters.howToJoin') }}
          <textarea v-model="front.joining" class="field" rows="3" maxlength="3000"></textarea>
        </label>
        <label
          >{{ t('office.waters.joinQuestion') }}
          <input v-model="front.join_question" class="field" maxlength="200" />
          <span class="soft">{{ t('office.waters.theQuestionKeepsRobotsOut') }}</span>
        </label>
        <label
          >{{ t('office.waters.joinAnswer') }}
          <input v-model="front.join_answer" class="field" maxlength="100"
        /></label>
        <div>
          <el-button native-type="submit" type="primary" :loading="busy">{{
            t('office.waters.save')
          }}</el-button>
        </div>
      </form>
      <section>
        <h2>{{ t('office.waters.waters') }}</h2>
        <p>
          <span v-for="(row, index) in loaded.waters" :key="row.code"
            >{{ index ? ', ' : ''
            }}<button type="button" class="link" @click="editWater(row)">{{ row.name }}</button> ({{
              row.kind
            }})</span
          >
          <span v-if="!loaded.waters.length" class="soft">{{
            t('office.waters.noWatersYetEnterThe')
          }}</span>
        </p>
        <form v-if="water" class="sheet" @submit.prevent="keepWater">
          <label
            >{{ t('office.waters.name') }}
            <input v-model="water.name" class="field" minlength="2" maxlength="120" required
          /></label>
          <label
            >{{ t('office.waters.kind') }}
            <select v-model="water.kind" class="field" :disabled="water.code !== null">
              <option value="sea">{{ t('office.waters.sea') }}</option>
              <option value="fresh">{{ t('office.waters.fresh') }}</option>
            </select></label
          >
          <template v-if="water.kind === 'fresh'">
            <p class="wide">
              {{
                t('office.waters.touchTheCornersOfIts', {
                  is: water.code ? t('office.waters.withoutCornersTheDrawingStays') : '',
                })
              }}
            </p>
            <WaterMap
              v-model:corners="corners"
              class="map"
              drawable
              :label="t('office.waters.touchTheCornersOfThe')"
            />
            <div class="wide">
              <el-button :disabled="!corners.length" @click="corners = corners.slice(0, -1)">{{
                t('office.waters.removeLastCorner')
              }}</el-button>
              <span class="soft" role="status"
                >{{
                  corners.length === 1
                    ? t('office.waters.oneCorner')
                    : t('office.waters.corners', { corners: corners.length })
                }}{{
                  corners.length && corners.length < 3 ? t('office.waters.atLeast3AreNeeded') : ''
                }}</span
              >
            </div>
          </template>
          <div>
            <el-button
              native-type="submit"
              type="primary"
              :loading="busy"
              :disabled="corners.length === 1 || corners.length === 2"
              >{{ t('office.waters.saveWater') }}</el-button><el-button @click="water = null">{{
              t('office.waters.cancel')
            }}</el-button>
          </div>
        </form>
        <el-button v-else @click="editWater(null)">{{ t('office.waters.addWater') }}</el-button>
      </section>
      <GearLaws :waters="loaded" @saved="take" />
      <section>
        <header>
          <h2>{{ t('office.waters.spots') }}</h2>
          <el-button v-if="loaded.waters.length" type="primary" @click="edit(null)">{{
            t('office.waters.addSpot')
          }}</el-button>
        </header>
        <form v-if="editing" class="sheet" @submit.prevent="keepSpot">
          <h3>{{ editing.code ? editing.name : t('office.waters.newSpot') }}</h3>
          <TroubleNote :trouble="refusal" />
          <label
            >{{ t('office.waters.name') }}
            <input v-model="editing.name" class="field" minlength="2" maxlength="120" required
          /></label>
          <label
            >{{ t('office.waters.water') }}
            <select v-model="editing.water_code" class="field">
              <option v-for="row in loaded.waters" :key="row.code" :value="row.code">
                {{ row.name }}
              </option>
            </select></label
          >
          <label
            >{{ t('office.waters.latitudeDegreesNorth') }}
            <input
              v-model.number="editing.lat_deg"
              class="field"
              type="number"
              step="any"
              min="-90"
              max="90"
              required
          /></label>
          <label
            >{{ t('office.waters.longitudeDegreesEast') }}
            <input
              v-model.number="editing.lon_deg"
              class="field"
              type="number"
              step="any"
              min="-180"
              max="180"
              required
          /></label>
          <WaterMap
            v-model:picked="picked"
            class="map"
            pickable
            :label="t('office.waters.touchWhereTheSpotIs')"
          />
          <el-checkbox v-if="editing.code" v-model="editing.retired">{{
            t('office.waters.noLongerUsedItsFish')
          }}</el-checkbox>
          <div>
            <el-button native-type="submit" type="primary" :loading="busy">{{
              t('office.waters.saveSpot')
            }}</el-button><el-button @click="editing = null">{{
              t('office.waters.cancel')
            }}</el-button>
          </div>
        </form>
        <WaterMap
          v-if="!editing && spotPlaces.length"
          class="map all"
          :places="spotPlaces"
          :label="t('office.waters.allSpotsNumberedAsIn')"
        />
        <div v-if="loaded.spots.length" class="scroll" tabindex="0">
          <table v-cards class="list">
            <thead>
              <tr>
                <th>{{ t('office.waters.spot') }}</th>
                <th>{{ t('office.waters.water') }}</th>
                <th class="right">{{ t('office.waters.latitude') }}</th>
                <th class="right">{{ t('office.waters.longitude') }}</th>
                <th class="right">{{ t('office.waters.fish') }}</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="spot in loaded.spots" :key="spot.code" :class="{ off: spot.retired }">
                <td>
                  <span v-if="!spot.retired" class="figures number">{{
                    spotNumber(spot)
                  }}</span><button type="button" class="link" @click="edit(spot)">
                    {{ spot.name }}</button
                  ><template v-if="spot.retired">{{ t('office.waters.noLongerUsed') }}</template>
                </td>
                <td>{{ spot.water_name }}</td>
                <td class="right tabular">{{ spot.lat_deg.toFixed(4) }}</td>
                <td class="right tabular">{{ spot.lon_deg.toFixed(4) }}</td>
                <td class="right tabular">{{ spot.fish }}</td>
              </tr>
            </tbody>
          </table>
        </div>
      </section>
      <section>
        <ManyAtOnce
          kind="spots"
          :hint="t('office.waters.aTableWithNameWater')"
          accept=".csv,text/csv,.geojson,.json,application/geo+json"
          @stored="run(async () => take(await api.waters()))"
        />
      </section>
      <section>
        <h2>{{ t('office.waters.coast') }}</h2>
        <p>
          {{
            t('office.waters.replaceItWithAGeojson', {
              sea: loaded.coast.features
                ? t('office.waters.featuresAreDrawn', { features: loaded.coast.features })
                : t('office.waters.noCoastIsDrawnYet'),
            })
          }}
          {{ t('office.waters.isLandOrLoughLines') }}
        </p>
        <label class="file"
          >{{ t('office.waters.readGeojsonFile') }}
          <input
            type="file"
            accept=".geojson,.json,application/geo+json,application/json"
            :disabled="busy"
            @change="readCoast"
        /></label>
      </section>
    </template>
  </div>
</template>

<style scoped>
.waters,
section {
  display: grid;
  gap: var(--gap-3);
  align-content: start;
  justify-items: start;
  width: 100%;
}
header {
  display: flex;
  gap: var(--gap-3);
  align-items: center;
}
.sheet {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(240px, 1fr));
  gap: var(--gap-3);
  width: 100%;
  padding: var(--gap-4);
  background: var(--sheet);
  border: 1px solid var(--line);
  border-top: 8px solid var(--kelp);
  border-radius: var(--round);
}
.number {
  margin-right: var(--gap-2);
}
.all {
  width: 100%;
  height: 340px;
}
.wide,
.sheet h3,
.sheet .trouble,
.sheet .map {
  grid-column: 1 / -1;
}
.sheet .map {
  height: 320px;
}
.sheet > div {
  align-self: end;
}
.off {
  color: var(--ink-soft);
}
.file input {
  display: block;
  min-height: 44px;
}
</style>
