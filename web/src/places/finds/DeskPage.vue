<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { computed, nextTick, onMounted, ref, watch } from 'vue'
import { daysText, lengthText, shortDateText, timeText } from '@/format/units'
import TagStreamer from '@/parts/TagStreamer.vue'
import TroubleNote from '@/parts/TroubleNote.vue'
import WaterMap from '@/parts/WaterMap.vue'
import { useSessionStore } from '@/stores/session'
import { FATE, FOUND, LETTER, TAG_LEFT, whenText } from '@/words/fish'
import DeskCandidate from './parts/DeskCandidate.vue'
import ExpectedLength from './parts/ExpectedLength.vue'
import FindsNav from './parts/FindsNav.vue'
import { useDesk, type Verdict } from './useDesk'

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
} = useDesk()
onMounted(load)
const reasonField = ref<HTMLTextAreaElement | null>(null)
const waits = computed(() => desk.value?.report.state === 'waiting')
const age = (sent: string) =>
  daysText(Math.max(0, Math.floor((Date.now() - Date.parse(sent)) / 86_400_000)))
const VERDICT: Record<string, string> = {
  accepted: 'accepted',
  none_of_these: 'none of these',
  contradictory: 'contradictory',
  undone: 'taken back',
  asked: 'asked',
  second_opinion: 'second opinion asked',
  same_catch: 'the same catch as another report',
  other_programme: 'another programme’s tag',
}
const STATE: Record<string, string> = {
  matched: 'Matched.',
  set_aside: 'Set aside.',
  joined: 'Joined to another report of the same catch.',
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
        ? `What to ask ${candidate.value.holder}, who holds ${candidate.value.number}`
        : desk.value?.report.deck
          ? `What to ask ${desk.value.report.deck.member_name}`
          : 'What to ask the finder',
    button: 'Send the question',
  },
  second_opinion: {
    label: 'What another coordinator should look at',
    button: 'Ask for a second opinion',
  },
  other_programme: {
    label: 'Whose tag it is, as far as known',
    button: 'It is another programme’s',
  },
}))
watch(
  () => desk.value?.report.id,
  () => (asking.value = null),
)
async function ask(act: typeof asking.value) {
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
      ? await decide(act, `The tag is of ${words.value.trim()}.`, {
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
      ? 'None of the candidates fits.'
      : 'What is reported contradicts what is known of the fish.',
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
</script>

<template>
  <div class="page desk">
    <FindsNav />
    <header>
      <h1>Judgement desk</h1>
      <p class="soft">
        {{
          queue
            ? `${queue.waiting} ${queue.waiting === 1 ? 'report waits' : 'reports wait'}`
            : 'Loading'
        }}<template v-if="queue?.doubts">
          ·
          <RouterLink to="/finds/doubts"
            >{{ queue.doubts }} {{ queue.doubts === 1 ? 'doubt' : 'doubts' }} about
            records</RouterLink
          ></template
        ><template v-if="last">
          ·
          <button type="button" class="link" @click="takeBack">
            Take back: {{ last.number }} {{ VERDICT[last.verdict] }}
          </button></template
        >
      </p>
      <p v-if="leaving.length" role="status">
        {{ leaving.map((one) => LETTER[one.kind] ?? one.kind).join(' and ') }} leave{{
          leaving.length === 1 ? 's' : ''
        }}
        at {{ timeText(leaving[0]!.leaves_at) }}; taken back until then, nothing was sent.
      </p>
    </header>
    <TroubleNote :trouble="act.refusal.value" />
    <el-button v-if="act.refusal.value" @click="load">Look again</el-button>
    <p v-if="queue && !queue.reports.length && !desk" class="soft">
      Nothing waits. A report that fits no fish alone stands here.
    </p>
    <div class="three">
      <ol
        v-if="queue?.reports.length"
        class="queue bare"
        aria-label="Reports that wait, the oldest first"
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
              }}<template v-if="report.encounter_id">, from the Deck</template></span
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
        <h2 id="reported">What was {{ desk.report.deck ? 'read on the Deck' : 'reported' }}</h2>
        <p class="numbers">
          <TagStreamer :number="desk.report.number_as_read" size="large" spent /><TagStreamer
            v-for="number in desk.report.more_numbers"
            :key="number"
            :number="number"
            spent
          />
        </p>
        <dl>
          <dt>Species</dt>
          <dd>{{ nameOf(desk.report.species_code) }}</dd>
          <dt>Length</dt>
          <dd>
            {{
              desk.report.length_mm
                ? `${lengthText(desk.report.length_mm, session.units)} ${desk.report.length_kind}, ` +
                  `by ${desk.report.length_how}`
                : 'not measured'
            }}
          </dd>
          <dt>{{ FOUND[desk.report.found_how] ?? 'Caught' }}</dt>
          <dd>
            {{ whenText(desk.report)
            }}{{ FATE[desk.report.fate] ? `, ${FATE[desk.report.fate]}` : '' }}
          </dd>
          <template v-if="desk.report.tag_left"
            ><dt>The tag</dt>
            <dd>{{ TAG_LEFT[desk.report.tag_left] }}</dd></template
          >
          <dt>Place</dt>
          <dd>{{ desk.report.place_words ?? desk.report.deck?.spot_name ?? 'not said' }}</dd>
          <dt>By</dt>
          <dd v-if="desk.report.deck">
            {{ desk.report.deck.member_name
            }}<template v-if="desk.report.deck.note">: {{ desk.report.deck.note }}</template>
          </dd>
          <dd v-else>
            {{ desk.report.finder_name ?? 'no name left'
            }}<template v-if="desk.report.finder_contact"
              >, {{ desk.report.finder_contact }}</template
            ><template v-if="desk.report.finder_phone">, {{ desk.report.finder_phone }}</template>
          </dd>
          <dt>Why it waits</dt>
          <dd>{{ desk.report.waiting_words ?? STATE[desk.report.state] }}</dd>
        </dl>
        <img
          v-for="(id, index) in desk.report.photo_ids"
          :key="id"
          :src="`/api/photos/${id}/shown`"
          :alt="`The finder’s photo ${index + 1}`"
          class="photo"
        />
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
            label="Where the candidates were tagged, by their numbers, and where this one was caught"
          />
          <p class="soft">✕ where this one was caught, numbers where the candidates were tagged.</p>
        </template>
        <section v-if="desk.same_catch.length && waits" class="history">
          <h3>Perhaps the same catch</h3>
          <p v-for="report in desk.same_catch" :key="report.id">
            <b class="figures">{{ report.number_as_read }}</b>,
            {{ shortDateText(report.caught_on) }}, {{ report.place_words ?? 'place not said' }}, by
            {{ report.finder_name ?? 'no name left'
            }}<template v-if="report.length_mm"
              >, {{ lengthText(report.length_mm, session.units) }}</template
            >.
            <button
              type="button"
              class="link"
              @click="
                decide('same_catch', 'Two reports of one catch.', { other_report_id: report.id })
              "
            >
              Join this report to it
            </button>
          </p>
        </section>
        <section v-if="desk.decisions.length" class="history">
          <h3>So far</h3>
          <p v-for="decision in desk.decisions" :key="decision.id">
            <b>{{ VERDICT[decision.verdict] }}</b><template v-if="decision.tag_number">
              {{ decision.tag_number }}</template
            >
            by {{ decision.by }}, {{ shortDateText(decision.made_at) }}: {{ decision.reason }}
          </p>
        </section>
      </section>
      <section v-if="desk" class="candidates" aria-labelledby="may-be">
        <h2 id="may-be">Fish that it may be</h2>
        <template v-if="waits">
          <form v-if="asking" class="why" @submit.prevent="send">
            <label
              >{{ ASKING[asking].label }}
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
              <el-button size="large" @click="asking = null">Not now</el-button>
            </div>
          </form>
          <template v-else>
            <p v-if="secondLook && candidate" class="look" role="alert">
              {{ candidate.number }} is not likelier than not. Look once more at what speaks against
              it; the same act again accepts it.
            </p>
            <label class="why"
              >Reason <textarea ref="reasonField" v-model="reason" rows="2" maxlength="500" />
            </label>
            <div class="acts">
              <el-button
                v-if="candidate && !candidate.fish_id"
                class="oilskin"
                size="large"
                @click="ask('asked')"
                >Ask {{ candidate.holder }}</el-button
              >
              <el-button
                v-else-if="candidate"
                class="oilskin"
                size="large"
                :loading="act.busy.value"
                @click="accept"
                >It is {{ candidate.number }}{{ secondLook ? ' all the same' : '' }}</el-button
              >
              <el-button size="large" @click="none('none_of_these')">None of these</el-button>
              <el-button size="large" @click="none('contradictory')">Contradictory</el-button>
              <el-button size="large" @click="ask('asked')">Ask</el-button>
              <el-button size="large" @click="ask('second_opinion')">Second opinion</el-button>
              <el-button
                size="large"
                :class="{ oilskin: !candidate && desk.report.waiting_reason === 'other_programme' }"
                @click="ask('other_programme')"
                >Another programme’s</el-button
              >
            </div>
            <p class="soft">
              Keys: 1 to 9 choose, Enter accepts, N none, C contradictory, A ask, S second opinion,
              P another programme’s, full stop and comma next and before, W why, B takes the last
              one back.
            </p>
          </template>
        </template>
        <p v-else>
          <b>{{ STATE[desk.report.state] }}</b>{{ ' ' }}
          <RouterLink v-if="desk.report.story_key" :to="`/story/${desk.report.story_key}`"
            >Its story</RouterLink
          >{{ ' ' }}
          <button type="button" class="link" @click="decide('undone', 'Taken back at the desk.')">
            Take the decision back
          </button>
        </p>
        <ol v-if="desk.ranked.length" class="bare">
          <li v-for="(ranking, place) in desk.ranked" :key="ranking.number">
            <DeskCandidate
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
        <p v-else class="soft">No fish of ours carries a number like this one.</p>
        <p class="soft">
          <template v-if="desk.none_likely">It may well be none of these. </template>
          Bars to the right speak for a fish, to the left against it. How often a likely one is
          right depends on how finders misread; over 95 % it came true for four kinds of them.
        </p>
      </section>
    </div>
  </div>
</template>

<style scoped>
dt {
  color: var(--ink-soft);
}
.desk {
  display: grid;
  gap: var(--gap-3);
  max-width: 1280px;
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
