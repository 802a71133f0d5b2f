<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core'
import { computed, onMounted, ref, shallowRef, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, type Schemas } from '@/api/client'
import { useAct } from '@/api/useAct'
import { shortDateText, timeText } from '@/format/units'
import TroubleNote from '@/parts/TroubleNote.vue'
import { t } from '@/words/office'
import LetterSheet from './parts/LetterSheet.vue'
import LetterText from './parts/LetterText.vue'
import OfficeNav from './parts/OfficeNav.vue'

/** What the cooperative wrote, to whom, and whether it went. */
type State = Schemas['Letter']['state']
const STATE: Record<State, string> = {
  queued: t('office.letters.waiting'),
  sending: t('office.letters.onItsWay'),
  sent: t('office.letters.stateSent'),
  failed: t('office.letters.notDelivered'),
  uncertain: t('office.letters.deliveryUnknown'),
  withdrawn: t('office.letters.withdrawn'),
}
const KIND: Record<string, string> = {
  thanks_to_finder: t('office.letters.thanksToAFinder'),
  recapture_to_tagger: t('office.letters.recaptureToTheTagger'),
  question_to_finder: t('office.letters.questionToAFinder'),
  answer_to_finder: t('office.letters.answerToAFinder'),
  question_to_member: t('office.letters.questionToAMember'),
  season: t('office.letters.season'),
  joining: t('office.letters.joining'),
  welcome: t('office.letters.welcome'),
  password: t('office.letters.password'),
}
const route = useRoute()
const router = useRouter()
const page = shallowRef<Schemas['Letters'] | null>(null)
const shown = shallowRef<Schemas['Letter'] | null>(null)
const { refusal, notice, run, read, busy } = useAct()
const query = computed(() => ({
  state: (route.query.state as State) || undefined,
  kind: (route.query.kind as string) || undefined,
  search: (route.query.search as string) || undefined,
}))
const set = (change: Record<string, string>) =>
  void router.replace({
    query: Object.fromEntries(
      Object.entries({ ...route.query, ...change }).filter(([, value]) => value),
    ) as Record<string, string>,
  })
const search = useDebounceFn((text: string) => set({ search: text }), 250)
const load = (before?: number) =>
  read(
    () => api.letters({ ...query.value, before }),
    (next) => {
      const earlier = before && page.value ? page.value.letters : []
      page.value = { ...next, letters: [...earlier, ...next.letters] }
    },
  )
/** Finders who left a telephone and no address. */
type Call = Awaited<ReturnType<typeof api.calls>>['calls'][number]
const calls = shallowRef<Call[]>([])
const held = ref(false)
const letGo = () =>
  run(async () => {
    held.value = (await api.endLettersHold()).held
    notice.value = t('office.letters.lettersAreSentAgainThe')
  })
onMounted(async () => {
  await load()
  await run(async () => void (held.value = (await api.lettersHold()).held))
  await run(async () => void (calls.value = (await api.calls()).calls))
})
const called = (call: Call) =>
  run(async () => {
    calls.value = (await api.settleCall(call.id)).calls
    notice.value = t('office.letters.wasCalled', { phone: call.finder_name ?? call.phone })
  })
watch(
  query,
  (now, was) =>
    JSON.stringify(now) !== JSON.stringify(was) && route.path === '/office/letters' && load(),
)
const settle = (letter: Schemas['Letter'], act: 'again' | 'withdraw') =>
  run(async () => {
    shown.value = await api.settleLetter(letter.id, act)
    page.value = await api.letters(query.value)
    notice.value =
      act === 'again'
        ? t('office.letters.theLetterIsQueuedAgain')
        : t('office.letters.theLetterWillNotBe')
  })
const moment = (time: string | null) => (time ? `${shortDateText(time)}, ${timeText(time)}` : '')
</script>

<template>
  <div class="page letters stack">
    <OfficeNav />
    <h1>{{ t('office.letters.letters') }}</h1>
    <TroubleNote :trouble="refusal" />
    <p v-if="notice" role="status">{{ notice }}</p>
    <div v-if="held" class="pending" role="alert">
      <p>
        <b>{{ t('office.letters.lettersAreOnHold') }}</b>
        {{ t('office.letters.theseRecordsWereRestoredFrom') }}
      </p>
      <el-button type="primary" :loading="busy" @click="letGo">{{
        t('office.letters.sendLettersAgain')
      }}</el-button>
    </div>
    <section v-if="calls.length" class="calls stack-2" aria-labelledby="to-ring">
      <h2 id="to-ring">{{ t('office.letters.toCall') }}</h2>
      <p class="soft">{{ t('office.letters.theseFindersLeftATelephone') }}</p>
      <article v-for="call in calls" :key="call.id">
        <p>
          <a :href="`tel:${call.phone.replace(/[^+\d]/g, '')}`" class="figures">{{ call.phone }}</a>
          {{
            t('office.letters.about', {
              left: call.finder_name ?? t('office.letters.nameRemoved'),
              number_as_read: call.number_as_read,
            })
          }}
        </p>
        <details>
          <summary>{{ t('office.letters.whatToSay') }}</summary>
          <p class="words">{{ call.words }}</p>
        </details>
        <el-button :loading="busy" @click="called(call)">{{
          t('office.letters.called')
        }}</el-button>
      </article>
    </section>
    <div class="filters">
      <el-input
        size="large"
        :model-value="query.search ?? ''"
        clearable
        :placeholder="t('office.letters.addressOrSubject')"
        :aria-label="t('office.letters.searchLetters')"
        @update:model-value="search($event)"
      />
      <el-select
        size="large"
        :empty-values="[null]"
        :value-on-clear="null"
        :model-value="query.state ?? ''"
        :aria-label="t('office.letters.status')"
        @update:model-value="set({ state: $event })"
      >
        <el-option value="" :label="t('office.letters.all')" />
        <el-option
          v-for="(word, state) in STATE"
          :key="state"
          :value="state"
          :label="`${word} (${page?.counts[state] ?? 0})`"
        />
      </el-select>
      <el-select
        size="large"
        :empty-values="[null]"
        :value-on-clear="null"
        :model-value="query.kind ?? ''"
        :aria-label="t('office.letters.kind')"
        @update:model-value="set({ kind: $event })"
      >
        <el-option value="" :label="t('office.letters.allKinds')" />
        <el-option v-for="(word, kind) in KIND" :key="kind" :value="kind" :label="word" />
      </el-select>
      <span class="soft" role="status">{{
        page
          ? t('office.letters.count', { total: page.total.toLocaleString('en-GB') }, page.total)
          : 'Loading'
      }}</span>
    </div>
    <p v-if="page && !page.letters.length" class="soft">
      {{ t('office.letters.noLettersYetEachMatched') }}
    </p>
    <div class="two">
      <div class="scroll" tabindex="0">
        <table v-if="page?.letters.length" v-cards class="list">
          <thead>
            <tr>
              <th>{{ t('office.letters.queued') }}</th>
              <th>{{ t('office.letters.letter') }}</th>
              <th>{{ t('office.letters.to') }}</th>
              <th>{{ t('office.letters.status') }}</th>
            </tr>
          </thead>
          <tbody>
            <tr
              v-for="letter in page.letters"
              :key="letter.id"
              :class="{ chosen: letter.id === shown?.id }"
            >
              <td class="nowrap">{{ shortDateText(letter.queued_at) }}</td>
              <td>
                <button type="button" class="link" @click="shown = letter">
                  {{ letter.subject || KIND[letter.kind] }}
                </button>
              </td>
              <td>{{ letter.recipient }}</td>
              <td>
                <b v-if="['failed', 'uncertain'].includes(letter.state)">{{
                  STATE[letter.state]
                }}</b><template v-else>{{ STATE[letter.state] }}</template
                ><template v-if="letter.perhaps_twice && letter.state === 'sent'">{{
                  t('office.letters.perhapsTwice')
                }}</template>
              </td>
            </tr>
          </tbody>
        </table>
        <el-button
          v-if="page && page.letters.length < page.total"
          size="large"
          :loading="busy"
          @click="load(page.letters.at(-1)!.id)"
          >{{ t('office.letters.showMore') }}</el-button
        >
      </div>
      <LetterSheet
        v-if="shown"
        :subject="shown.subject"
        :body="shown.body"
        :aria-label="t('office.letters.theLetter')"
      >
        <template #above
          ><p class="soft">
            {{ t('office.letters.recipientLine', { recipient: shown.recipient }) }}
          </p></template
        >
        <p class="soft">
          {{
            t('office.letters.queuedLine', {
              kind: KIND[shown.kind] ?? shown.kind,
              queued_at: moment(shown.queued_at),
            })
          }}<template v-if="shown.sent_at">{{
            t('office.letters.sent', { sent_at: moment(shown.sent_at) })
          }}</template
          >{{ t('office.letters.attempts', shown.attempts)
          }}<template v-if="shown.next_try_at">{{
            t('office.letters.nextAttempt', { next_try_at: moment(shown.next_try_at) })
          }}</template
          >.
        </p>
        <p v-if="shown.perhaps_twice">
          {{ t('office.letters.theServerStoppedWhileSending') }}
        </p>
        <p v-if="shown.state === 'uncertain'">
          {{ t('office.letters.theServerStoppedTwiceWhile') }}
        </p>
        <p v-if="shown.last_error" class="fault">{{ shown.last_error }}</p>
        <div class="acts">
          <el-button
            v-if="['failed', 'uncertain'].includes(shown.state)"
            class="oilskin"
            size="large"
            :loading="busy"
            @click="settle(shown, 'again')"
            >{{ t('office.letters.sendAgain') }}</el-button
          >
          <el-button
            v-if="['failed', 'uncertain', 'queued'].includes(shown.state)"
            size="large"
            :loading="busy"
            @click="settle(shown, 'withdraw')"
            >{{ t('office.letters.doNotSend') }}</el-button
          >
        </div>
      </LetterSheet>
      <p v-else-if="page?.letters.length" class="soft">
        {{ t('office.letters.chooseALetterToRead') }}
      </p>
    </div>
    <LetterText />
  </div>
</template>

<style scoped>
.calls article {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: var(--gap-1) var(--gap-3);
  padding: var(--gap-2) var(--gap-3);
  background: var(--sheet);
  border: 1px solid var(--line);
  border-left: 4px solid var(--oilskin);
  border-radius: var(--round);
}
.calls details {
  grid-column: 1;
}
.words {
  white-space: pre-line;
}
.filters {
  display: grid;
  grid-template-columns: minmax(200px, 2fr) 1fr 1fr auto;
  gap: var(--gap-2);
  align-items: center;
}
.two {
  display: grid;
  grid-template-columns: minmax(0, 1.6fr) minmax(0, 1fr);
  gap: var(--gap-4);
  align-items: start;
}
.chosen td {
  background: var(--kelp-soft);
}
.acts {
  display: flex;
  gap: var(--gap-2);
}
@media (max-width: 800px) {
  .filters,
  .two {
    grid-template-columns: 1fr;
  }
}
</style>
