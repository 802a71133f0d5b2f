<script setup lang="ts">
import { computed, defineAsyncComponent, onBeforeUnmount, onMounted, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import TroubleNote from '@/parts/TroubleNote.vue'
import WaterMap from '@/parts/WaterMap.vue'
import { useSessionStore } from '@/stores/session'
import { namedPlaces, type NamedPlace } from '@/parts/coast'
import { localDate, shortDateText } from '@/format/units'
import { t } from '@/words/finds'
import { LENGTH_KIND } from '@/words/fish'
import LengthKindPicture from './parts/LengthKindPicture.vue'
import { MOST_PHOTOS, useReport } from './useReport'

const props = defineProps<{ reportId?: string }>()
const ReadFromPhoto = defineAsyncComponent(() => import('./parts/ReadFromPhoto.vue'))
const TagGuide = defineAsyncComponent(() => import('./parts/TagGuide.vue'))
const router = useRouter()
const session = useSessionStore()
const tagPrefix = computed(() => /^[A-Z]{2}(?=0)/.exec(session.programme?.tag_example ?? '')?.[0])
/** The key stands behind the # of the link, so that it reaches no server's log. */
const key = useRoute().hash.slice(1)
const amending = props.reportId && key ? { id: props.reportId, key } : null
const {
  draft,
  species,
  refusal,
  busy,
  waiting,
  noSignal,
  photos,
  photoTrouble,
  placeTrouble,
  own,
  isOpened,
  hint,
  asksTwice,
  differs,
  isWhole,
  chooseSpecies,
  choosePhotos,
  placeHere,
  send,
  startAnew,
  sentHere,
  forgetMe,
} = useReport(
  (storyKey) => router.push({ path: `/story/${storyKey}`, query: { thanks: '1' } }),
  amending,
)
const guide = ref(false)

const names = ref<NamedPlace[]>([])
/** Without the chart the place can still be written in words. */
async function loadNames() {
  if (!names.value.length) names.value = await namedPlaces().catch(() => [])
}
/** The form comes part by part, so that a slow phone takes the number at once. */
const PARTS = 4
const shown = ref(0)
function showNext() {
  if (shown.value >= PARTS) return
  shown.value += 1
  setTimeout(showNext)
}
onMounted(() => requestAnimationFrame(() => setTimeout(showNext)))
/** The pictures that go with it, shown beside the number. */
const pictures = ref<string[]>([])
const drop = () => pictures.value.forEach((picture) => URL.revokeObjectURL(picture))
/** What is wrong with a photo that was just chosen; it may be sent all the same. */
const photoAdvice = ref<string[]>([])
watch(photos, async (files) => {
  drop()
  pictures.value = files.map((file) => URL.createObjectURL(file))
  photoAdvice.value = []
  const { adviceOn } = await import('@/parts/photoQuality')
  const advice = await Promise.all(files.map(adviceOn))
  if (photos.value === files) photoAdvice.value = advice.filter((sentence) => sentence !== null)
})
onBeforeUnmount(drop)
const FOUND_HOW = {
  caught: t('finds.report.iCaughtIt'),
  dead: t('finds.report.foundItDead'),
  tag_alone: t('finds.report.theTagAlone'),
  shop: t('finds.report.inAShop'),
  in_fish: t('finds.report.insideAnotherFish'),
} as const
const DAYS = {
  day: t('finds.report.onAKnownDay'),
  span: t('finds.report.betweenTwoDays'),
  unknown: t('finds.report.iDoNotKnow'),
} as const
const TAG = {
  in_fish: t('finds.report.leftInTheFish'),
  cut_off: t('finds.report.cutOff'),
  with_finder: t('finds.report.iHaveIt'),
} as const
const hasFish = computed(() => draft.value.found_how !== 'tag_alone')

/** A place that we know by name also marks the map. */
async function placeNamed(words: string) {
  await loadNames()
  const known = names.value.find((name) => name.name.toLowerCase() === words.trim().toLowerCase())
  if (known) draft.value.place = { lat_deg: known.lat_deg, lon_deg: known.lon_deg }
}
const today = localDate()
const kinds = computed(() =>
  draft.value.species_code
    ? ([draft.value.length_kind, ...(['FL', 'TL'] as const)] as const).filter(
        (number, index, all) => all.indexOf(number) === index,
      )
    : (['FL', 'TL'] as const),
)
const field = (name: string) => refusal.value?.fields[name]
</script>

<template>
  <div class="page narrow report">
    <template v-if="waiting">
      <h1>{{ t('finds.report.yourReportIsSaved') }}</h1>
      <p role="status">{{ waiting.sentence }}</p>
      <p v-if="waiting.helps">
        <b>{{ t('finds.report.theseWouldHelp') }}</b> {{ waiting.helps }}
      </p>
      <p v-if="photoTrouble" class="soft">{{ photoTrouble }}</p>
      <p v-if="sentHere[0] && !amending">
        <a :href="`/report/${sentHere[0].id}#${sentHere[0].key}`">{{
          t('finds.report.readItOrAddTo')
        }}</a>{{ t('finds.report.itsStoryWillAppearAt') }}
      </p>
      <button v-if="!amending" type="button" class="quiet" @click="startAnew">
        {{ t('finds.report.reportAnotherFishOfThat') }}
      </button>
      <a v-else href="/report">{{ t('finds.report.reportAnotherTag') }}</a>
    </template>
    <!-- What is typed before the report is read would be written over. -->
    <div v-else-if="!isOpened && !refusal">
      <h1>{{ t('finds.report.yourReport') }}</h1>
      <p role="status" class="soft">{{ t('finds.report.openingYourReport') }}</p>
    </div>
    <form v-else class="stack-4" novalidate @submit.prevent="send">
      <div>
        <h1>{{ amending ? t('finds.report.yourReport') : t('finds.report.reportATag') }}</h1>
        <template v-if="own">
          <p role="status">{{ own.sentence }}</p>
          <p v-if="own.story_key">
            <RouterLink class="story-link" :to="`/story/${own.story_key}`">{{
              t('finds.report.readItsStory')
            }}</RouterLink>
          </p>
          <p v-if="own.helps">
            <b>{{ t('finds.report.theseWouldHelp') }}</b> {{ own.helps }}
          </p>
          <p v-if="own.partner" role="status" class="question">
            {{ own.partner.sentence }}
            <a v-if="own.partner.story" :href="own.partner.story" rel="noreferrer">{{
              t('finds.report.itsStoryThere')
            }}</a>
          </p>
          <p v-if="own.question" class="question">
            <b>{{ t('finds.report.aCoordinatorAsks') }}</b> {{ own.question }}
          </p>
        </template>
        <p v-else class="soft">
          {{ t('finds.report.youNeedNoAccountOnly') }}
        </p>
      </div>
      <TroubleNote :trouble="refusal" />
      <p v-if="noSignal" class="no-signal" role="status">
        {{ t('finds.report.noSignalYourReportIs') }}
      </p>

      <div class="part">
        <label for="number">{{ t('finds.report.numberOnTheTag') }}</label>
        <input
          id="number"
          v-model="draft.number_as_read"
          class="field streamer"
          autocapitalize="characters"
          autocomplete="off"
          spellcheck="false"
          maxlength="40"
          :placeholder="session.programme?.tag_example ?? undefined"
          required
        />
        <p v-if="field('number_as_read')" class="fault">{{ field('number_as_read') }}</p>
        <p v-if="hint" role="status" :class="['hint', hint.kind]">{{ hint.sentence }}</p>
        <p v-if="/[?*]/.test(draft.number_as_read) && !photos.length && !own?.photos">
          {{ t('finds.report.photoOfWornTag') }}
        </p>
        <label v-if="hint?.kind === 'other' || draft.may_pass_on" class="agree"
          ><input v-model="draft.may_pass_on" type="checkbox" />
          {{ t('finds.report.mayPassOn') }}</label
        >
        <p class="soft">
          {{ t('finds.report.rubGrowthOffWithA') }}
          <button type="button" class="link" :aria-expanded="guide" @click="guide = !guide">
            {{ t('finds.report.howToReadAWorn') }}
          </button>
        </p>
        <TagGuide v-if="guide" :prefix="tagPrefix" />
        <div v-for="(_, index) in draft.more_numbers" :key="index" class="more">
          <input
            v-model="draft.more_numbers[index]"
            class="field"
            maxlength="40"
            autocapitalize="characters"
            autocomplete="off"
            :aria-label="t('finds.report.numberOnTag', { index: index + 2 })"
          />
          <button
            type="button"
            class="quiet"
            :aria-label="t('finds.report.removeTag', { index: index + 2 })"
            @click="draft.more_numbers.splice(index, 1)"
          >
            ✕
          </button>
        </div>
        <button
          v-if="draft.more_numbers.length < 4"
          type="button"
          class="link"
          @click="draft.more_numbers.push('')"
        >
          {{ t('finds.report.theFishCarriesAnotherTag') }}
        </button>
      </div>

      <template v-if="shown > 0">
        <fieldset>
          <legend>{{ t('finds.report.howYouFoundIt') }}</legend>
          <div class="chips">
            <label v-for="(text, how) in FOUND_HOW" :key="how"
              ><input v-model="draft.found_how" type="radio" name="found_how" :value="how" />
              {{ text }}</label
            >
          </div>
        </fieldset>

        <div class="part">
          <label for="species">{{ t('finds.report.species') }}</label>
          <select
            id="species"
            class="field"
            :value="draft.species_code ?? ''"
            @change="chooseSpecies(($event.target as HTMLSelectElement).value)"
          >
            <option value="">{{ t('finds.report.iAmNotSure') }}</option>
            <option v-for="choice in species" :key="choice.code" :value="choice.code">
              {{ choice.common_name }}
            </option>
          </select>
          <p v-if="field('species_code')" class="fault">{{ field('species_code') }}</p>
        </div>

        <fieldset v-if="hasFish">
          <legend>{{ t('finds.report.length') }}</legend>
          <div class="length">
            <input
              id="length"
              v-model="draft.length_value"
              class="field"
              inputmode="decimal"
              :aria-label="t('finds.report.length')"
              :placeholder="t('finds.report.notMeasured')"
              maxlength="10"
            />
            <div class="chips" role="group" :aria-label="t('finds.report.unit')">
              <label
                ><input v-model="draft.length_unit" type="radio" name="unit" value="cm" /> cm</label
              >
              <label
                ><input v-model="draft.length_unit" type="radio" name="unit" value="in" /> in</label
              >
            </div>
          </div>
          <p v-if="field('length') || field('length.value')" class="fault">
            {{ field('length') ?? field('length.value') }}
          </p>
          <div
            v-if="draft.length_value"
            class="kinds"
            role="radiogroup"
            :aria-label="t('finds.report.measuredFromWhereToWhere')"
          >
            <button
              v-for="kind in kinds"
              :key="kind"
              type="button"
              role="radio"
              :aria-checked="draft.length_kind === kind"
              class="kind"
              @click="draft.length_kind = kind"
            >
              <LengthKindPicture :kind="kind" />
              {{ LENGTH_KIND[kind] }}
            </button>
          </div>
          <div
            v-if="draft.length_value"
            class="chips"
            role="group"
            :aria-label="t('finds.report.howItWasMeasured')"
          >
            <label
              v-for="(text, how) in {
                board: 'board',
                tape: 'tape',
                ruler: 'ruler',
                estimate: 'guess',
              }"
              :key="how"
              ><input v-model="draft.length_how" type="radio" name="how" :value="how" />
              {{ text }}</label
            >
          </div>
        </fieldset>
      </template>
      <template v-if="shown > 1">
        <fieldset>
          <legend>{{ t('finds.report.when') }}</legend>
          <div class="chips">
            <label v-for="(text, dayKind) in DAYS" :key="dayKind"
              ><input v-model="draft.day_said" type="radio" name="day_said" :value="dayKind" />
              {{ text }}</label
            >
          </div>
          <div v-if="draft.day_said !== 'unknown'" class="days">
            <label v-if="draft.day_said === 'span'"
              >{{ t('finds.report.from') }}
              <input
                v-model="draft.caught_from"
                class="field"
                type="date"
                :max="draft.caught_on || today"
            /></label>
            <label
              >{{ draft.day_said === 'span' ? 'to' : t('finds.report.dayOfTheCatch') }}
              <input
                id="caught_on"
                v-model="draft.caught_on"
                class="field"
                type="date"
                :max="today"
            /></label>
          </div>
          <p v-if="field('caught_on') || field('caught_from')" class="fault">
            {{ field('caught_on') ?? field('caught_from') }}
          </p>
        </fieldset>

        <fieldset>
          <legend>{{ t('finds.report.where') }}</legend>
          <input
            id="place"
            v-model="draft.place_words"
            class="field"
            list="places"
            maxlength="200"
            :aria-label="t('finds.report.placeInWords')"
            :placeholder="t('finds.report.inWordsOrTouchThe')"
            @focus="loadNames"
            @change="placeNamed(draft.place_words)"
          />
          <datalist id="places">
            <option v-for="name in names" :key="name.name" :value="name.name" />
          </datalist>
          <WaterMap
            v-model:picked="draft.place"
            class="map"
            pickable
            :label="t('finds.report.mapTouchWhereTheFish')"
          />
          <button type="button" class="quiet" @click="placeHere">
            {{ t('finds.report.useThisPhonesPosition') }}
          </button>
          <p v-if="placeTrouble" class="fault">{{ placeTrouble }}</p>
          <p class="soft">
            <template v-if="draft.place"
              >{{
                t('finds.report.markedAt', {
                  lat_deg: draft.place.lat_deg.toFixed(3),
                  lon_deg: draft.place.lon_deg.toFixed(3),
                })
              }}
              <button type="button" class="link" @click="draft.place = null">
                {{ t('finds.report.removeMark') }}
              </button></template
            >
            <template v-else>{{ t('finds.report.coarsePlace') }}</template>
          </p>
        </fieldset>
      </template>
      <template v-if="shown > 2">
        <fieldset v-if="draft.found_how === 'caught'">
          <legend>{{ t('finds.report.whatHappenedToTheFish') }}</legend>
          <div class="chips">
            <label
              ><input v-model="draft.fate" type="radio" name="fate" value="released" />
              {{ t('finds.report.released') }}</label
            >
            <label
              ><input v-model="draft.fate" type="radio" name="fate" value="kept" />
              {{ t('finds.report.kept') }}</label
            >
          </div>
        </fieldset>
        <fieldset v-if="hasFish">
          <legend>{{ t('finds.report.andToTheTag') }}</legend>
          <div class="chips">
            <label v-for="(text, left) in TAG" :key="left"
              ><input v-model="draft.tag_left" type="radio" name="tag_left" :value="left" />
              {{ text }}</label
            >
          </div>
        </fieldset>

        <p v-if="own?.photos" class="soft">
          {{
            own.photos === 1
              ? t('finds.report.itsPhotoIsSaved')
              : t('finds.report.itsPhotosAreSaved', { photos: own.photos })
          }}
        </p>
        <fieldset v-if="!own || own.photos < MOST_PHOTOS">
          <legend>{{ t('finds.report.photosBestOfTheTag') }}</legend>
          <input
            id="photo"
            type="file"
            multiple
            accept="image/jpeg,image/png,image/webp"
            :aria-label="t('finds.report.photos')"
            @change="choosePhotos([...(($event.target as HTMLInputElement).files ?? [])])"
          />
          <p v-if="photos.length" class="soft">
            {{
              t('finds.report.placesStoredInThePhoto', {
                name: photos.map((one) => one.name).join(', '),
              })
            }}
          </p>
          <p v-if="photoTrouble" class="fault">{{ photoTrouble }}</p>
          <p v-for="advice in new Set(photoAdvice)" :key="advice" role="status">{{ advice }}</p>
          <ReadFromPhoto
            v-if="photos.length"
            :photos="photos"
            @take="draft.number_as_read = $event"
          />
        </fieldset>
      </template>
      <template v-if="shown > 3">
        <div v-if="asksTwice" class="part twice">
          <label for="number_again">{{
            photos.length
              ? t('finds.report.theNumberOnceMoreFrom')
              : t('finds.report.theNumberOnceMoreSince')
          }}</label>
          <img v-for="url in pictures" :key="url" :src="url" :alt="t('finds.report.yourPicture')" />
          <input
            id="number_again"
            v-model="draft.number_again"
            class="field streamer"
            autocapitalize="characters"
            autocomplete="off"
            spellcheck="false"
            maxlength="40"
          />
          <p v-if="differs" class="fault" role="alert">
            {{
              t('finds.report.aboveYouTypedHereCheck', {
                number_as_read: draft.number_as_read,
                number_again: draft.number_again,
              })
            }}
          </p>
        </div>

        <fieldset>
          <legend>{{ t('finds.report.soThatWeCanReach') }}</legend>
          <input
            id="finder_name"
            v-model="draft.finder_name"
            class="field"
            maxlength="120"
            autocomplete="name"
            :aria-label="t('finds.report.yourName')"
            :placeholder="t('finds.report.yourName')"
          />
          <input
            id="finder_contact"
            v-model="draft.finder_contact"
            class="field"
            type="email"
            maxlength="254"
            autocomplete="email"
            :aria-label="t('finds.report.eMail')"
            :placeholder="t('finds.report.eMail')"
          />
          <input
            id="finder_phone"
            v-model="draft.finder_phone"
            class="field"
            type="tel"
            maxlength="40"
            autocomplete="tel"
            :aria-label="t('finds.report.telephone')"
            :placeholder="t('finds.report.orTelephone')"
          />
          <p v-if="field('finder_phone')" class="fault">{{ field('finder_phone') }}</p>
          <p class="soft">{{ t('finds.report.onlyTheCooperativeSeesIt') }}</p>
        </fieldset>

        <button
          type="submit"
          class="send"
          :disabled="busy || !isWhole || (amending !== null && own === null)"
        >
          {{
            busy
              ? t('finds.report.sending')
              : amending
                ? t('finds.report.sendChanges')
                : t('finds.report.sendAndReadItsStory')
          }}
        </button>
      </template>
    </form>
    <details v-if="sentHere.length" class="sent">
      <summary>{{ t('finds.report.reportsFromThisDevice') }}</summary>
      <p v-for="sent in sentHere" :key="sent.id">
        <b class="figures">{{ sent.number }}</b>, {{ shortDateText(sent.on) }}:
        <a :href="`/report/${sent.id}#${sent.key}`">{{ t('finds.report.readOrChangeIt') }}</a>;
        <span v-if="sent.forgotten" role="status">{{
          t('finds.report.yourNameAndContactAre')
        }}</span>
        <button v-else type="button" class="link" @click="forgetMe(sent)">
          {{ t('finds.report.removeMyNameAndContact') }}
        </button>
      </p>
    </details>
  </div>
</template>

<style scoped>
.hint {
  border-left: 4px solid var(--line-strong);
  padding-left: var(--gap-2);
  margin-top: var(--gap-1);
}
.hint.printed,
.hint.partial {
  border-color: var(--kelp);
}
.hint.not_printed,
.hint.length {
  border-color: var(--oilskin-deep);
}
.more {
  display: flex;
  gap: var(--gap-2);
  width: 100%;
  margin-top: var(--gap-2);
}
.question {
  border-left: 5px solid var(--oilskin-deep);
  padding: var(--gap-2) var(--gap-3);
  margin-top: var(--gap-2);
  white-space: pre-line;
}
.sent {
  margin-top: var(--gap-4);
}
.part,
.days label {
  display: grid;
  gap: var(--gap-1);
}
.part > label:not(.agree),
legend {
  font-weight: var(--weight-strong);
  font-size: 17px;
  padding: 0;
  margin-bottom: var(--gap-1);
}
.streamer {
  font-family: var(--font-figures);
  font-size: 24px;
  letter-spacing: 0.08em;
  text-transform: uppercase;
  background: color-mix(in srgb, var(--oilskin) 22%, var(--sheet));
  border-radius: 8px 99px 99px 8px;
  min-height: 60px;
  padding-left: var(--gap-4);
}
.chips {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-2);
}
.chips label {
  display: flex;
  align-items: center;
  gap: 6px;
  min-height: 48px;
  padding: 0 var(--gap-3);
  border: 2px solid var(--line);
  border-radius: var(--round);
  background: var(--sheet);
  cursor: pointer;
}
.chips label:has(:checked) {
  border-color: var(--kelp);
  background: var(--kelp-soft);
}
.chips input {
  width: 20px;
  height: 20px;
  accent-color: var(--kelp);
}
.days {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(150px, 1fr));
  gap: var(--gap-2);
}
.twice img {
  max-width: 100%;
  max-height: 320px;
  border-radius: var(--round);
}
.no-signal {
  border-left: 5px solid var(--oilskin-deep);
  padding: var(--gap-2) var(--gap-3);
}
.story-link {
  display: inline-block;
  font-size: 20px;
  font-weight: var(--weight-strong);
}
fieldset {
  border: 0;
  padding: 0;
  margin: 0;
  display: grid;
  gap: var(--gap-2);
  min-width: 0;
}
.length {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: var(--gap-2);
  align-items: center;
}
.kinds {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(130px, 1fr));
  gap: var(--gap-2);
}
.kind {
  display: grid;
  gap: var(--gap-1);
  justify-items: center;
  padding: var(--gap-2);
  border: 2px solid var(--line);
  border-radius: var(--round);
  background: var(--sheet);
  cursor: pointer;
}
.kind[aria-checked='true'] {
  border-color: var(--kelp);
  background: var(--kelp-soft);
  font-weight: var(--weight-strong);
}
.map {
  height: 300px;
}
.map :deep(.map) {
  height: 300px;
}
.send {
  min-height: 60px;
  border: 1px solid var(--ink);
  border-radius: var(--round);
  background: var(--oilskin);
  color: var(--on-oilskin);
  font: inherit;
  font-size: 19px;
  font-weight: var(--weight-strong);
  cursor: pointer;
}
.send:disabled {
  opacity: 0.55;
  cursor: not-allowed;
}
</style>
