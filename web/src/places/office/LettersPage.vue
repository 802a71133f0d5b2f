<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core'
import { computed, onMounted, ref, shallowRef, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, type Schemas } from '@/api/client'
import { useAct } from '@/api/useAct'
import { shortDateText, timeText } from '@/format/units'
import TroubleNote from '@/parts/TroubleNote.vue'
import LetterSheet from './parts/LetterSheet.vue'
import LetterWords from './parts/LetterWords.vue'
import OfficeNav from './parts/OfficeNav.vue'

/** What the cooperative wrote, to whom, and whether it went. */
type State = Schemas['Letter']['state']
const STATE: Record<State, string> = {
  queued: 'waits',
  sending: 'on its way',
  sent: 'went',
  failed: 'did not go',
  uncertain: 'nobody knows',
  withdrawn: 'withdrawn',
}
const KIND: Record<string, string> = {
  thanks_to_finder: 'thanks to a finder',
  recapture_to_tagger: 'caught again, to the tagger',
  question_to_finder: 'question to a finder',
  question_to_member: 'question to a member',
  welcome: 'welcome',
  password: 'password',
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
    notice.value = 'Letters go again, the first within a minute.'
  })
onMounted(async () => {
  await load()
  await run(async () => void (held.value = (await api.lettersHold()).held))
  await run(async () => void (calls.value = (await api.calls()).calls))
})
const called = (call: Call) =>
  run(async () => {
    calls.value = (await api.settleCall(call.id)).calls
    notice.value = `${call.finder_name ?? call.phone} was rung.`
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
    notice.value = act === 'again' ? 'It is queued again.' : 'It will not be sent.'
  })
const moment = (time: string | null) => (time ? `${shortDateText(time)}, ${timeText(time)}` : '')
</script>

<template>
  <div class="page letters stack">
    <OfficeNav />
    <h1>Letters</h1>
    <TroubleNote :trouble="refusal" />
    <p v-if="notice" role="status">{{ notice }}</p>
    <div v-if="held" class="pending" role="alert">
      <p>
        <b>No letter leaves.</b> These records were put back from a backup, so that somebody who was
        written to might be written to again. If this is where the programme goes on, let them go.
      </p>
      <el-button type="primary" :loading="busy" @click="letGo">Let letters go</el-button>
    </div>
    <section v-if="calls.length" class="calls stack-2" aria-labelledby="to-ring">
      <h2 id="to-ring">To ring</h2>
      <p class="soft">These finders left a telephone and no address.</p>
      <article v-for="call in calls" :key="call.id">
        <p>
          <a :href="`tel:${call.phone.replace(/[^+\d]/g, '')}`" class="figures">{{ call.phone }}</a>
          {{ call.finder_name ?? 'no name left' }}, about {{ call.number_as_read }}
        </p>
        <details>
          <summary>What to say</summary>
          <p class="words">{{ call.words }}</p>
        </details>
        <el-button :loading="busy" @click="called(call)">Rung</el-button>
      </article>
    </section>
    <div class="filters">
      <el-input
        size="large"
        :model-value="query.search ?? ''"
        clearable
        placeholder="Address or subject"
        aria-label="Search letters"
        @update:model-value="search($event)"
      />
      <el-select
        size="large"
        :empty-values="[null]"
        :value-on-clear="null"
        :model-value="query.state ?? ''"
        aria-label="State"
        @update:model-value="set({ state: $event })"
      >
        <el-option value="" label="All" />
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
        aria-label="Kind"
        @update:model-value="set({ kind: $event })"
      >
        <el-option value="" label="All kinds" />
        <el-option v-for="(word, kind) in KIND" :key="kind" :value="kind" :label="word" />
      </el-select>
      <span class="soft" role="status">{{
        page
          ? `${page.total.toLocaleString('en-GB')} ${page.total === 1 ? 'letter' : 'letters'}`
          : 'Loading'
      }}</span>
    </div>
    <p v-if="page && !page.letters.length" class="soft">
      No letter here. Each report that finds its fish writes two: to its finder, and to who tagged
      it.
    </p>
    <div class="two">
      <div class="scroll" tabindex="0">
        <table v-if="page?.letters.length" v-cards class="list">
          <thead>
            <tr>
              <th>Queued</th>
              <th>What</th>
              <th>To</th>
              <th>How it stands</th>
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
                ><template v-if="letter.perhaps_twice && letter.state === 'sent'"
                  >, perhaps twice</template
                >
              </td>
            </tr>
          </tbody>
        </table>
        <el-button
          v-if="page && page.letters.length < page.total"
          size="large"
          :loading="busy"
          @click="load(page.letters.at(-1)!.id)"
          >Show more</el-button
        >
      </div>
      <LetterSheet v-if="shown" :subject="shown.subject" :body="shown.body" aria-label="The letter">
        <template #above
          ><p class="soft">To {{ shown.recipient }}</p></template
        >
        <p class="soft">
          {{ KIND[shown.kind] ?? shown.kind }}; queued {{ moment(shown.queued_at)
          }}<template v-if="shown.sent_at">; went {{ moment(shown.sent_at) }}</template
          >; {{ shown.attempts }} {{ shown.attempts === 1 ? 'try' : 'tries'
          }}<template v-if="shown.next_try_at">; next one {{ moment(shown.next_try_at) }}</template
          >.
        </p>
        <p v-if="shown.perhaps_twice">
          The server stopped while this letter was being carried, so it was carried once more: it
          may have arrived twice.
        </p>
        <p v-if="shown.state === 'uncertain'">
          The server stopped twice while this letter was being carried. Nobody can know whether it
          went; send it again, or leave it.
        </p>
        <p v-if="shown.last_error" class="fault">{{ shown.last_error }}</p>
        <div class="acts">
          <el-button
            v-if="['failed', 'uncertain'].includes(shown.state)"
            class="oilskin"
            size="large"
            :loading="busy"
            @click="settle(shown, 'again')"
            >Send it again</el-button
          >
          <el-button
            v-if="['failed', 'uncertain', 'queued'].includes(shown.state)"
            size="large"
            :loading="busy"
            @click="settle(shown, 'withdraw')"
            >Do not send it</el-button
          >
        </div>
      </LetterSheet>
      <p v-else-if="page?.letters.length" class="soft">Choose a letter to read it.</p>
    </div>
    <LetterWords />
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
