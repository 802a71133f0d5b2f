<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { computed, onMounted, ref } from 'vue'
import { daysText, lengthText, shortDateText } from '@/format/units'
import TagStreamer from '@/parts/TagStreamer.vue'
import TroubleNote from '@/parts/TroubleNote.vue'
import WaterMap from '@/parts/WaterMap.vue'
import { useSessionStore } from '@/stores/session'
import { WAITING_REASON } from '@/words/fish'
import { useDesk, type Verdict } from './useDesk'

/** Reports that nobody could match alone: the report left, the fish it may be about right, decided by keys. */
const session = useSessionStore()
const { queue, desk, chosen, candidate, reason, act, last, nameOf, load, open, choose, step, decide, takeBack } = useDesk()
onMounted(load)
const reasonField = ref<HTMLTextAreaElement | null>(null)
const waits = computed(() => desk.value?.report.state === 'waiting')
const days = (from: string, to: string) => Math.round((Date.parse(to) - Date.parse(from)) / 86_400_000)
const age = (sent: string) => daysText(Math.max(0, Math.floor((Date.now() - Date.parse(sent)) / 86_400_000)))
const percent = (share: number) => (share >= 0.995 ? 'over 99 %' : share < 0.01 ? 'under 1 %' : `${Math.round(share * 100)} %`)
/** A term that speaks against the candidate is a longer bar; twelve is as much as any says. */
const against = (log: number) => Math.min(1, -log / 12)
const VERDICT: Record<string, string> = { accepted: 'accepted', none_of_these: 'none of these', contradictory: 'contradictory', undone: 'taken back' }
const places = computed(() => {
  const report = desk.value?.report
  return report?.lat_deg != null && report.lon_deg != null ? [{ lat_deg: report.lat_deg, lon_deg: report.lon_deg, coarse: false }] : []
})

const KEYS: Record<string, () => void> = {
  j: () => step(1), ArrowDown: () => step(1), k: () => step(-1), ArrowUp: () => step(-1), Enter: () => void decide('accepted'), x: () => none('none_of_these'), c: () => none('contradictory'), u: () => void takeBack(),
  r: () => reasonField.value?.focus(),
}
function none(verdict: Verdict) {
  void decide(verdict, verdict === 'none_of_these' ? 'None of the candidates fits.' : 'What is reported contradicts what is known of the fish.')
}
useEventListener(window, 'keydown', (event) => {
  const target = event.target as HTMLElement
  if (target === reasonField.value && event.key === 'Escape') return reasonField.value?.blur()
  if (/^(INPUT|TEXTAREA|SELECT|A)$/.test(target.tagName) || event.ctrlKey || event.metaKey || event.altKey) return
  if (target.tagName === 'BUTTON' && event.key === 'Enter') return
  if (/^[1-9]$/.test(event.key)) choose(Number(event.key) - 1)
  else if (KEYS[event.key] && (waits.value || event.key === 'u' || /^[jk]|Arrow/.test(event.key))) KEYS[event.key]!()
  else return
  event.preventDefault()
})
</script>

<template>
  <div class="page desk">
    <header>
      <h1>Judgement desk</h1>
      <p class="soft"><RouterLink to="/finds">All finds</RouterLink> · {{ queue ? `${queue.waiting} ${queue.waiting === 1 ? 'report waits' : 'reports wait'}` : 'Loading' }}<template v-if="last"> · <button type="button" class="link" @click="takeBack">Take back: {{ last.number }} {{ VERDICT[last.verdict] }}</button></template></p>
    </header>
    <TroubleNote :trouble="act.refusal.value" />
    <el-button v-if="act.refusal.value" @click="load">Look again</el-button>
    <p v-if="queue && !queue.reports.length && !desk" class="soft">Nothing waits. A report that fits no fish alone stands here.</p>
    <div class="three">
      <ol v-if="queue?.reports.length" class="queue" aria-label="Reports that wait, the oldest first">
        <li v-for="one in queue.reports" :key="one.id">
          <button type="button" :aria-current="one.id === desk?.report.id" @click="open(one.id)">
            <TagStreamer :number="one.number_as_read" spent />
            <span class="soft">{{ nameOf(one.species_code) }}, {{ age(one.sent_at) }}<template v-if="one.decisions"> · decided before</template></span>
          </button>
        </li>
      </ol>
      <section v-if="desk" class="report" aria-labelledby="reported">
        <h2 id="reported">What was reported</h2>
        <p><TagStreamer :number="desk.report.number_as_read" size="large" spent /></p>
        <dl>
          <dt>Species</dt><dd>{{ nameOf(desk.report.species_code) }}</dd>
          <dt>Length</dt><dd>{{ desk.report.length_mm ? `${lengthText(desk.report.length_mm, session.units)} ${desk.report.length_kind}, by ${desk.report.length_how}` : 'not measured' }}</dd>
          <dt>Caught</dt><dd>{{ shortDateText(desk.report.caught_on) }}, {{ desk.report.fate === 'kept' ? 'kept' : 'let go' }}</dd>
          <dt>Place</dt><dd>{{ desk.report.place_words ?? 'not said' }}</dd>
          <dt>By</dt><dd>{{ desk.report.finder_name ?? 'no name left' }}<template v-if="desk.report.finder_contact">, {{ desk.report.finder_contact }}</template></dd>
          <dt>Why it waits</dt><dd>{{ desk.report.waiting_reason ? (WAITING_REASON[desk.report.waiting_reason] ?? desk.report.waiting_reason) : desk.report.state.replace('_', ' ') }}</dd>
        </dl>
        <img v-if="desk.report.photo_id" :src="`/api/photos/${desk.report.photo_id}/shown`" alt="The finder’s photo" class="photo" />
        <WaterMap v-if="places.length" class="map" :places="places" label="Where it was caught" />
        <section v-if="desk.decisions.length" class="history">
          <h3>Decided before</h3>
          <p v-for="one in desk.decisions" :key="one.id"><b>{{ VERDICT[one.verdict] }}</b><template v-if="one.tag_number"> {{ one.tag_number }}</template> by {{ one.by }}, {{ shortDateText(one.made_at) }}: {{ one.reason }}</p>
        </section>
      </section>
      <section v-if="desk" class="candidates" aria-labelledby="may-be">
        <h2 id="may-be">Fish that it may be</h2>
        <template v-if="waits">
          <label class="why">Reason <textarea ref="reasonField" v-model="reason" rows="2" maxlength="500" /></label>
          <div class="acts">
            <el-button class="oilskin" size="large" :loading="act.busy.value" :disabled="!candidate" @click="decide('accepted')">It is {{ candidate?.number ?? 'none' }}</el-button>
            <el-button size="large" @click="none('none_of_these')">None of these</el-button>
            <el-button size="large" @click="none('contradictory')">Contradictory</el-button>
          </div>
          <p class="soft">Keys: 1 to 9 choose, Enter accepts, X none, C contradictory, J K next and before, R reason, U takes the last one back.</p>
        </template>
        <p v-else><b>{{ desk.report.state === 'matched' ? 'Matched.' : 'Set aside.' }}</b> <RouterLink v-if="desk.report.story_key" :to="`/story/${desk.report.story_key}`">Its story</RouterLink> <button type="button" class="link" @click="decide('undone', 'Taken back at the desk.')">Take the decision back</button></p>
        <ol v-if="desk.ranked.length">
          <li v-for="(one, place) in desk.ranked" :key="one.number">
            <button type="button" class="candidate" :aria-pressed="chosen === place" :data-candidate="one.number" @click="choose(place)">
              <span class="line"><b class="figures">{{ place + 1 }}</b> <TagStreamer :number="one.number" /> <b class="share tabular">{{ percent(one.share) }}</b></span>
              <span>{{ nameOf(one.species_code) }}, tagged {{ shortDateText(one.released_on) }}, {{ daysText(days(one.released_on, desk.report.caught_on)) }} before</span>
              <span v-for="term in one.terms" :key="term.name" class="term"><span class="name">{{ term.name }}</span><span class="bar" aria-hidden="true"><i :style="`--against: ${against(term.log)}`" /></span><span class="words">{{ term.words }}</span></span>
            </button>
          </li>
        </ol>
        <p v-else class="soft">No fish of ours carries a number like this one.</p>
        <p class="soft">None of these: {{ percent(desk.none_share) }}. Shares are set on simulated reports so that they come true as often as they say; a longer bar speaks against.</p>
      </section>
    </div>
  </div>
</template>

<style scoped>
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
ol {
  list-style: none;
  margin: 0;
  padding: 0;
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
dt {
  color: var(--ink-soft);
}
dd {
  margin: 0;
}
.photo {
  max-width: 100%;
  border-radius: var(--round);
}
.map {
  height: 200px;
}
.history {
  font-size: 15px;
}
.candidate {
  width: 100%;
  display: grid;
  gap: 2px;
  margin-bottom: 6px;
  padding: var(--gap-2);
  border: 1px solid var(--line-strong);
  border-radius: var(--round);
  background: var(--sheet);
  text-align: left;
  line-height: 1.25;
  cursor: pointer;
}
.candidate[aria-pressed='true'] {
  border: 3px solid var(--kelp);
  padding: calc(var(--gap-2) - 2px);
}
.line {
  display: flex;
  align-items: center;
  gap: var(--gap-2);
}
.share {
  margin-left: auto;
  font-size: 20px;
}
.term {
  display: grid;
  grid-template-columns: 64px 84px 1fr;
  gap: var(--gap-2);
  align-items: center;
  font-size: 15px;
}
.name {
  color: var(--ink-soft);
}
.bar {
  height: 8px;
  border: 1px solid var(--line-strong);
  border-radius: 99px;
  overflow: hidden;
}
.bar i {
  display: block;
  height: 100%;
  width: calc(var(--against) * 100%);
  background: var(--rust);
}
.why {
  display: grid;
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
