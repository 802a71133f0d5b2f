<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { computed, nextTick, onMounted, ref, watch } from 'vue'
import { partners } from '@/api/partners'
import { daysText, lengthText, shortDateText, timeText } from '@/format/units'
import TagStreamer from '@/parts/TagStreamer.vue'
import TroubleNote from '@/parts/TroubleNote.vue'
import WaterMap from '@/parts/WaterMap.vue'
import { useSessionStore } from '@/stores/session'
import { t } from '@/words/finds'
import { FATE, FOUND_HOW, LETTER, TAG_LEFT, whenText } from '@/words/fish'
import ReviewCandidate from './parts/ReviewCandidate.vue'
import ExpectedLength from './parts/ExpectedLength.vue'
import FindsNav from './parts/FindsNav.vue'
import { useReview, type Desk, type Verdict } from './useReview'

/**
 * Reports that nobody could match alone: the report left, the fish it may be about right, decided
 * by keys.
 */
const session = useSessionStore()
const {
  queue,
  desk,
  chosen,
  candidate,
  reason,
  secondLook,
  leaving,
  act,
  last,
  nameOf,
  load,
  open,
  choose,
  step,
  decide,
  accept,
  takeBack,
} = useReview()
onMounted(load)
const reasonField = ref<HTMLTextAreaElement | null>(null)
const waits = computed(() => desk.value?.report.state === 'waiting')
const age = (sent: string) =>
  daysText(Math.max(0, Math.floor((Date.now() - Date.parse(sent)) / 86_400_000)))
const VERDICT: Record<string, string> = {
  accepted: t('finds.review.accepted'),
  none_of_these: t('finds.review.noneOfThese'),
  contradictory: t('finds.review.contradictoryVerdict'),
  undone: t('finds.review.undone'),
  asked: t('finds.review.asked'),
  second_opinion: t('finds.review.secondOpinionAsked'),
  same_catch: t('finds.review.theSameCatchAsAnother'),
  other_programme: t('finds.review.anotherProgrammesTag'),
}
const STATE: Record<string, string> = {
  matched: t('finds.review.matched'),
  set_aside: t('finds.review.setAside'),
  joined: t('finds.review.joinedToAnotherReportOf'),
}
/**
 * Every candidate by its number, and where it was reported; those on one spot stand there
 * together.
 */
interface Placed {
  lat_deg: number | null
  lon_deg: number | null
}
const onMap = (placed: Placed | null | undefined, label: string) =>
  placed && placed.lat_deg !== null && placed.lon_deg !== null
    ? [{ lat_deg: placed.lat_deg, lon_deg: placed.lon_deg, coarse: false, label }]
    : []
const places = computed(() => [
  ...onMap(desk.value?.report, '✕'),
  ...(desk.value?.ranked ?? []).flatMap((placed, place) => onMap(placed, String(place + 1))),
])
const ways = computed(() => {
  const ends = [...onMap(candidate.value, ''), ...onMap(desk.value?.report, '')].map(
    (placed): [number, number] => [placed.lat_deg, placed.lon_deg],
  )
  return ends.length === 2 ? [ends] : []
})
const range = computed(
  () => (candidate.value?.fish_id && desk.value?.expected[candidate.value.fish_id]) || null,
)

/** A step that needs words first: what is asked, why a second opinion, whose tag it is. */
const asking = ref<'asked' | 'second_opinion' | 'other_programme' | null>(null)
const words = ref('')
const wordsField = ref<HTMLTextAreaElement | null>(null)
const ASKING = computed(() => ({
  asked: {
    label:
      candidate.value && !candidate.value.fish_id
        ? t('finds.review.questionForWhoHolds', {
            holder: candidate.value.holder,
            number: candidate.value.number,
          })
        : desk.value?.report.deck
          ? t('finds.review.questionFor', { member_name: desk.value.report.deck.member_name })
          : t('finds.review.questionForTheFinder'),
    button: t('finds.review.sendQuestion'),
  },
  second_opinion: {
    label: t('finds.review.whatShouldAnotherCoordinatorLook'),
    button: t('finds.review.askForASecondOpinion'),
  },
  other_programme: {
    label: t('finds.review.ownerOfTheTagAs'),
    button: t('finds.review.setAsAnotherProgrammes'),
  },
}))
watch(
  () => desk.value?.report.id,
  () => (asking.value = null),
)
/** Programmes that take their reports directly. */
const known = ref<string[]>([])
async function ask(act: typeof asking.value) {
  // The words can be typed meanwhile.
  if (act === 'other_programme')
    void partners.list().then((list) => (known.value = list.partners.map(({ name }) => name)))
  asking.value = act
  words.value = ''
  await nextTick()
  wordsField.value?.focus()
}
async function send() {
  const act = asking.value
  if (!act || words.value.trim().length < 3) return
  const done =
    act === 'other_programme'
      ? await decide(act, t('finds.review.theTagBelongsTo', { trim: words.value.trim() }), {
          programme: words.value.trim(),
        })
      : await decide(
          act,
          words.value.trim(),
          act === 'asked' && candidate.value && !candidate.value.fish_id
            ? { tag_number: candidate.value.number }
            : {},
        )
  if (done) asking.value = null
}
function none(verdict: Verdict) {
  void decide(
    verdict,
    verdict === 'none_of_these'
      ? t('finds.review.noneOfTheCandidatesFits')
      : t('finds.review.theReportContradictsWhatWe'),
  )
}
const KEYS: Record<string, () => void> = {
  '.': () => step(1),
  ArrowDown: () => step(1),
  ',': () => step(-1),
  ArrowUp: () => step(-1),
  Enter: () => void accept(),
  n: () => none('none_of_these'),
  c: () => none('contradictory'),
  b: () => void takeBack(),
  w: () => reasonField.value?.focus(),
  a: () => void ask('asked'),
  s: () => void ask('second_opinion'),
  p: () => void ask('other_programme'),
}
useEventListener(window, 'keydown', (event) => {
  const target = event.target as HTMLElement
  if (target === wordsField.value && event.key === 'Enter' && !event.shiftKey) {
    event.preventDefault()
    return void send()
  }
  if (event.key === 'Escape' && (target === reasonField.value || target === wordsField.value)) {
    asking.value = null
    return target.blur()
  }
  if (
    /^(INPUT|TEXTAREA|SELECT|A)$/.test(target.tagName) ||
    event.ctrlKey ||
    event.metaKey ||
    event.altKey
  )
    return
  if (target.tagName === 'BUTTON' && event.key === 'Enter') return
  if (/^[1-9]$/.test(event.key)) choose(Number(event.key) - 1)
  else if (KEYS[event.key] && (waits.value || event.key === 'b' || /^[.,]|Arrow/.test(event.key)))
    KEYS[event.key]!()
  else return
  event.preventDefault()
})
/** The number that was read out of a photo, beside the one that the finder typed. */
function seenWords({ seen_number, agrees }: Desk['report']['photos'][number]) {
  const number = seen_number ?? ''
  if (agrees === null) return t('finds.review.photoMayRead', { number })
  return agrees
    ? t('finds.review.photoReads', { number })
    : t('finds.review.photoDiffers', { number, typed: desk.value!.report.number_as_read })
}
</script>

<template>
  <div class="page breadth desk">
    <FindsNav />
    <header>
      <h1>{{ t('finds.review.review') }}</h1>
      <p class="soft">
        {{
          queue ? t('finds.review.reportsToReviewCount', queue.waiting) : t('finds.review.loading')
        }}<template v-if="queue?.doubts">
          ·
          <RouterLink to="/finds/queries">{{
            t('finds.review.aboutRecords', queue.doubts)
          }}</RouterLink></template
        ><template v-if="last">
          ·
          <button type="button" class="link" @click="takeBack">
            {{ t('finds.review.undo', { number: last.number, verdict: VERDICT[last.verdict] }) }}
          </button></template
        >
      </p>
      <p v-if="leaving.length" role="status">
        {{
          t(
            'finds.review.leaveAtUntilThenNothing',
            {
              and: leaving.map((one) => LETTER[one.kind] ?? one.kind).join(t('finds.review.and')),
              leaves_at: timeText(leaving[0]!.leaves_at),
            },
            leaving.length,
          )
        }}
      </p>
    </header>
    <TroubleNote :trouble="act.refusal.value" />
    <el-button v-if="act.refusal.value" @click="load">{{ t('finds.review.reload') }}</el-button>
    <p v-if="queue && !queue.reports.length && !desk" class="soft">
      {{ t('finds.review.nothingToReviewReportsThat') }}
    </p>
    <div class="three">
      <ol
        v-if="queue?.reports.length"
        class="queue bare"
        :aria-label="t('finds.review.reportsToReviewOldestFirst')"
      >
        <li v-for="report in queue.reports" :key="report.id">
          <button
            type="button"
            :aria-current="report.id === desk?.report.id"
            @click="open(report.id)"
          >
            <TagStreamer :number="report.number_as_read" spent />
            <span class="soft"
              >{{ nameOf(report.species_code) }}, {{ age(report.sent_at)
              }}<template v-if="report.encounter_id">{{
                t('finds.review.fromTheDeck')
              }}</template></span
            >
            <span
              v-if="['asked', 'second_opinion', 'taken_back'].includes(report.waiting_reason ?? '')"
              class="soft"
              >{{ report.waiting_words }}</span
            >
          </button>
        </li>
      </ol>
      <section v-if="desk" class="report" aria-labelledby="reported">
        <h2 id="reported">
          {{
            t('finds.review.whatWas', {
              reported: desk.report.deck ? t('finds.review.readOnTheDeck') : 'reported',
            })
          }}
        </h2>
        <p class="numbers">
          <TagStreamer :number="desk.report.number_as_read" size="large" spent /><TagStreamer
            v-for="number in desk.report.more_numbers"
            :key="number"
            :number="number"
            spent
          />
        </p>
        <dl>
          <dt>{{ t('finds.review.species') }}</dt>
          <dd>{{ nameOf(desk.report.species_code) }}</dd>
          <dt>{{ t('finds.review.length') }}</dt>
          <dd>
            {{
              desk.report.length_mm
                ? `${lengthText(desk.report.length_mm, session.units)} ${desk.report.length_kind}, ` +
                  t('finds.review.by', { length_how: desk.report.length_how })
                : t('finds.review.notMeasured')
            }}
          </dd>
          <dt>{{ FOUND_HOW[desk.report.found_how] ?? t('finds.review.caught') }}</dt>
          <dd>
            {{ whenText(desk.report)
            }}{{ FATE[desk.report.fate] ? `, ${FATE[desk.report.fate]}` : '' }}
          </dd>
          <template v-if="desk.report.tag_left"
            ><dt>{{ t('finds.review.theTag') }}</dt>
            <dd>{{ TAG_LEFT[desk.report.tag_left] }}</dd></template
          >
          <dt>{{ t('finds.review.place') }}</dt>
          <dd>
            {{
              desk.report.place_words ?? desk.report.deck?.spot_name ?? t('finds.review.notGiven')
            }}
          </dd>
          <dt>{{ t('finds.review.finderLabel') }}</dt>
          <dd v-if="desk.report.deck">
            {{ desk.report.deck.member_name
            }}<template v-if="desk.report.deck.note">: {{ desk.report.deck.note }}</template>
          </dd>
          <dd v-else>
            {{ desk.report.finder_name ?? t('finds.review.nameRemoved')
            }}<template v-if="desk.report.finder_contact"
              >, {{ desk.report.finder_contact }}</template
            ><template v-if="desk.report.finder_phone">, {{ desk.report.finder_phone }}</template>
          </dd>
          <dt>{{ t('finds.review.whyItNeedsReview') }}</dt>
          <dd>{{ desk.report.waiting_words ?? STATE[desk.report.state] }}</dd>
        </dl>
        <figure v-for="(photo, index) in desk.report.photos" :key="photo.id">
          <img
            :src="`/api/photos/${photo.id}/shown`"
            :alt="t('finds.review.theFindersPhoto', { index: index + 1 })"
            class="photo"
          />
          <figcaption>
            <p v-if="photo.seen_number" :class="{ warn: photo.agrees === false }">
              {{ seenWords(photo) }}
            </p>
            <p v-if="photo.measured_mm && photo.margin_mm">
              {{
                t('finds.review.photoMeasured', {
                  length: lengthText(photo.measured_mm, session.units),
                  margin: lengthText(photo.margin_mm, session.units),
                })
              }}
            </p>
            <RouterLink
              v-if="photo.shown_width_px"
              :to="`/finds/review/${desk.report.id}/bench/${photo.id}`"
              >{{ t('finds.review.measurePhoto') }}</RouterLink
            >
            <RouterLink
              v-if="photo.shown_width_px"
              :to="{
                path: `/finds/flanks/${photo.id}`,
                query: candidate?.fish_id ? { beside: candidate.number } : {},
              }"
              >{{ t('finds.review.compareFlanks') }}</RouterLink
            >
          </figcaption>
        </figure>
        <ExpectedLength
          v-if="range"
          :growth-version="candidate!.growth_version ?? null"
          :range="range"
          :reported-mm="desk.report.length_mm"
          :reported-margin-mm="desk.report.length_margin_mm"
          :released-mm="candidate!.length_mm"
          :released-margin-mm="candidate!.length_margin_mm ?? null"
          :units="session.units"
        />
        <template v-if="places.length">
          <WaterMap
            class="map"
            :places="places"
            :ways="ways"
            :label="t('finds.review.whereTheCandidatesWereTagged')"
          />
          <p class="soft">{{ t('finds.review.whereThisOneWasCaught') }}</p>
        </template>
        <section v-if="desk.same_catch.length && waits" class="history">
          <h3>{{ t('finds.review.possiblyTheSameCatch') }}</h3>
          <p v-for="report in desk.same_catch" :key="report.id">
            <b class="figures">{{ report.number_as_read }}</b>{{
              t('finds.review.otherReport', {
                caught_on: shortDateText(report.caught_on),
                said: report.place_words ?? t('finds.review.noPlaceGiven'),
                left: report.finder_name ?? t('finds.review.nameRemoved'),
              })
            }}<template v-if="report.length_mm"
              >, {{ lengthText(report.length_mm, session.units) }}</template
            >.
            <button
              type="button"
              class="link"
              @click="
                decide('same_catch', t('finds.review.twoReportsOfOneCatch'), {
                  other_report_id: report.id,
                })
              "
            >
              {{ t('finds.review.joinThisReportToIt') }}
            </button>
          </p>
        </section>
        <section v-if="desk.decisions.length" class="history">
          <h3>{{ t('finds.review.history') }}</h3>
          <p v-for="decision in desk.decisions" :key="decision.id">
            <b>{{ VERDICT[decision.verdict] }}</b><template v-if="decision.tag_number">
              {{ decision.tag_number }}</template
            >
            {{
              t('finds.review.historyEntry', {
                by: decision.by,
                made_at: shortDateText(decision.made_at),
                reason: decision.reason,
              })
            }}
          </p>
        </section>
      </section>
      <section v-if="desk" class="candidates" aria-labelledby="may-be">
        <h2 id="may-be">{{ t('finds.review.candidates') }}</h2>
        <template v-if="waits">
          <form v-if="asking" class="why" @submit.prevent="send">
            <label
              >{{ ASKING[asking].label }}
              <select
                v-if="asking === 'other_programme' && known.length"
                class="field"
                :value="known.includes(words) ? words : ''"
                @change="words = ($event.target as HTMLSelectElement).value"
              >
                <option value="">{{ t('finds.review.notListed') }}</option>
                <option v-for="name in known" :key="name">{{ name }}</option>
              </select>
              <textarea
                ref="wordsField"
                v-model="words"
                rows="2"
                :maxlength="asking === 'other_programme' ? 120 : 500"
              />
            </label>
            <div class="acts">
              <el-button
                class="oilskin"
                size="large"
                native-type="submit"
                :loading="act.busy.value"
                :disabled="words.trim().length < 3"
                >{{ ASKING[asking].button }}</el-button
              >
              <el-button size="large" @click="asking = null">{{
                t('finds.review.cancel')
              }}</el-button>
            </div>
          </form>
          <template v-else>
            <p v-if="secondLook && candidate" class="look" role="alert">
              {{ t('finds.review.isLessLikelyThanNot', { number: candidate.number }) }}
            </p>
            <label class="why"
              >{{ t('finds.review.reason') }}
              <textarea ref="reasonField" v-model="reason" rows="2" maxlength="500" />
            </label>
            <div class="acts">
              <el-button
                v-if="candidate && !candidate.fish_id"
                class="oilskin"
                size="large"
                @click="ask('asked')"
                >{{ t('finds.review.ask', { holder: candidate.holder }) }}</el-button
              >
              <el-button
                v-else-if="candidate"
                class="oilskin"
                size="large"
                :loading="act.busy.value"
                @click="accept"
                >{{
                  t('finds.review.accept', {
                    number: candidate.number,
                    same: secondLook ? t('finds.review.anyway') : '',
                  })
                }}</el-button
              >
              <el-button size="large" @click="none('none_of_these')">{{
                t('finds.review.noneOfTheseButton')
              }}</el-button>
              <el-button size="large" @click="none('contradictory')">{{
                t('finds.review.contradictory')
              }}</el-button>
              <el-button size="large" @click="ask('asked')">{{
                t('finds.review.askAQuestion')
              }}</el-button>
              <el-button size="large" @click="ask('second_opinion')">{{
                t('finds.review.secondOpinion')
              }}</el-button>
              <el-button
                size="large"
                :class="{ oilskin: !candidate && desk.report.waiting_reason === 'other_programme' }"
                @click="ask('other_programme')"
                >{{ t('finds.review.anotherProgrammeButton') }}</el-button
              >
            </div>
            <p class="soft">
              {{ t('finds.review.keys1To9Choose') }}
            </p>
          </template>
        </template>
        <p v-else>
          <b>{{ STATE[desk.report.state] }}</b>{{ ' ' }}
          <RouterLink v-if="desk.report.story_key" :to="`/story/${desk.report.story_key}`">{{
            t('finds.review.itsStory')
          }}</RouterLink>{{ ' ' }}
          <button
            type="button"
            class="link"
            @click="decide('undone', t('finds.review.undoneAtReview'))"
          >
            {{ t('finds.review.undoDecision') }}
          </button>
        </p>
        <ol v-if="desk.ranked.length" class="bare">
          <li v-for="(ranking, place) in desk.ranked" :key="ranking.number">
            <ReviewCandidate
              :candidate="ranking"
              :place="place"
              :share="ranking.likelihood"
              :chosen="chosen === place"
              :species="nameOf(ranking.species_code)"
              :caught-on="desk.report.caught_on"
              @choose="choose(place)"
            />
          </li>
        </ol>
        <p v-else class="soft">{{ t('finds.review.noFishOfOursCarries') }}</p>
        <p class="soft">
          <template v-if="desk.none_likely">{{ t('finds.review.itMayWellBeNone') }} </template>
          {{ t('finds.review.barsToTheRightSpeak') }}
        </p>
      </section>
    </div>
  </div>
</template>

<style scoped>
figcaption a {
  display: block;
  width: fit-content;
  margin-top: 6px;
}
dt {
  color: var(--ink-soft);
}
.desk {
  display: grid;
  gap: var(--gap-3);
}
.three {
  display: grid;
  grid-template-columns: 210px minmax(240px, 1fr) minmax(320px, 1.5fr);
  gap: var(--gap-4);
  align-items: start;
}
.queue {
  border-top: 3px solid var(--kelp);
  max-height: 75vh;
  overflow-y: auto;
}
.queue button {
  width: 100%;
  display: grid;
  padding: 6px 4px;
  border: 0;
  border-bottom: 1px solid var(--line);
  background: none;
  text-align: left;
  font-size: 15px;
  cursor: pointer;
}
.queue [aria-current='true'] {
  background: var(--kelp-soft);
  box-shadow: inset 4px 0 0 var(--kelp);
  padding-left: 10px;
}
.report,
.candidates {
  display: grid;
  gap: var(--gap-2);
}
dl {
  display: grid;
  grid-template-columns: 92px 1fr;
  gap: 2px var(--gap-2);
  margin: 0;
}
.look {
  border-left: 5px solid var(--rust);
  background: var(--rust-soft);
  padding: var(--gap-2) var(--gap-3);
}
.warn {
  padding-left: var(--gap-2);
  border-left: 4px solid var(--rust);
}
figure {
  margin: 0;
}
.photo {
  max-width: 100%;
  border-radius: var(--round);
}
.map {
  height: 240px;
}
.history {
  font-size: 15px;
}
.why,
.why label {
  display: grid;
  gap: var(--gap-1);
}
.numbers {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-2);
}
.why textarea {
  padding: 8px;
  border: 1px solid var(--line-strong);
  border-radius: 8px;
  background: var(--sheet);
  color: var(--ink);
  font: inherit;
  font-size: 16px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-2);
}
.acts > * {
  margin: 0;
}
@media (max-width: 900px) {
  .three {
    grid-template-columns: 1fr;
  }
  .queue {
    max-height: 220px;
  }
}
</style>
