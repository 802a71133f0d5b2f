<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { computed, nextTick, onMounted, ref, shallowRef, watch } from 'vue'
import { api, type Schemas } from '@/api/client'
import { useAct } from '@/api/useAct'
import { shortDateText } from '@/format/units'
import TagStreamer from '@/parts/TagStreamer.vue'
import TroubleNote from '@/parts/TroubleNote.vue'
import { t } from '@/words/finds'
import FindsNav from './parts/FindsNav.vue'
import HeldMend from './parts/HeldMend.vue'

/**
 * Doubts that the checks raised about stored records, and records that could not be stored:
 * settled by keys, each with its reason.
 */
const queries = shallowRef<Schemas['Queries'] | null>(null)
const settled = ref(false)
const chosen = ref(0)
const why = ref('')
const field = ref<HTMLInputElement | null>(null)
const last = shallowRef<{ encounter_id: string; code: string; sentence: string } | null>(null)
const { busy, refusal, notice, run, read } = useAct()
const load = () =>
  read(
    () => api.queries(settled.value ? 'settled' : 'open'),
    (answer) => (queries.value = answer),
  )
const species = shallowRef<Schemas['SpeciesName'][]>([])
const mending = ref<string | null>(null)
onMounted(load)
onMounted(async () => {
  species.value = (await api.species()).species
})
watch(settled, load)
const doubt = computed(() => queries.value?.doubts[chosen.value] ?? null)
const STANDS = t('finds.queries.checkedAndAcceptedAsRecorded')

async function settle(verdict: 'stands' | 'asked', words: string) {
  const here = doubt.value
  if (!here || settled.value) return
  const done = await run(async () => {
    queries.value = await api.settleQuery(here.encounter_id, here.code, { verdict, why: words })
    notice.value =
      verdict === 'asked' ? t('finds.queries.aLetterToIsOn', { member_name: here.member_name }) : ''
  })
  if (!done) return
  why.value = ''
  last.value = verdict === 'stands' ? here : null
  chosen.value = Math.min(chosen.value, Math.max(0, queries.value!.doubts.length - 1))
}
function takeBack(doubt = last.value) {
  if (!doubt) return
  void run(async () => {
    const answer = await api.settleQuery(doubt.encounter_id, doubt.code, {
      verdict: 'open',
      why: t('finds.queries.undoneAtQueries'),
    })
    if (settled.value) queries.value = await api.queries('settled')
    else queries.value = answer
    last.value = null
  })
}
type Mended = Parameters<typeof api.mendHeld>[1]
async function mend(id: string, body: Mended) {
  await run(async () => {
    queries.value = (await api.mendHeld(id, body)).queries
    notice.value = t('finds.queries.savedTheMembersPhoneUpdates')
    mending.value = null
  })
}
const step = (by: number) =>
  (chosen.value = Math.min(
    Math.max(chosen.value + by, 0),
    Math.max(0, (queries.value?.doubts.length ?? 1) - 1),
  ))
const KEYS: Record<string, () => void> = {
  '.': () => step(1),
  ArrowDown: () => step(1),
  ',': () => step(-1),
  ArrowUp: () => step(-1),
  Enter: () => void settle('stands', why.value.trim() || STANDS),
  b: () => takeBack(),
  w: () => field.value?.focus(),
  a: () => field.value?.focus(),
}
useEventListener(window, 'keydown', (event) => {
  const target = event.target as HTMLElement
  if (target === field.value && event.key === 'Escape') return field.value?.blur()
  if (
    /^(INPUT|TEXTAREA|SELECT|A|BUTTON)$/.test(target.tagName) &&
    !(target.tagName === 'BUTTON' && target.closest('.doubts'))
  )
    return
  if (event.ctrlKey || event.metaKey || event.altKey || !KEYS[event.key]) return
  event.preventDefault()
  KEYS[event.key]!()
})
watch(chosen, async () => {
  await nextTick()
  document.querySelector('.doubts [aria-current="true"]')?.scrollIntoView({ block: 'nearest' })
})
</script>

<template>
  <div class="page doubts-page stack">
    <FindsNav />
    <header>
      <h1>{{ t('finds.queries.queries') }}</h1>
      <p class="soft">
        {{
          queries
            ? t('finds.queries.notAcceptedYet', {
                doubts: queries.doubts.length,
                open: settled ? t('finds.queries.answered') : 'open',
                held: queries.held.length,
              })
            : t('finds.queries.loading')
        }}
        ·
        <button type="button" class="link" @click="settled = !settled">
          {{
            settled ? t('finds.queries.showOpenQueries') : t('finds.queries.showAnsweredQueries')
          }}
        </button>
        <template v-if="last">
          ·
          <button type="button" class="link" @click="takeBack()">
            {{ t('finds.queries.undo', { sentence: last.sentence }) }}
          </button></template
        >
      </p>
    </header>
    <TroubleNote :trouble="refusal" />
    <p v-if="notice" role="status">{{ notice }}</p>
    <p v-if="queries && !queries.doubts.length" class="soft">
      {{
        settled
          ? t('finds.queries.noQueryWasAnsweredYet')
          : t('finds.queries.noOpenQueriesChecksRun')
      }}
    </p>
    <ol v-if="queries?.doubts.length" class="doubts bare" :aria-label="t('finds.queries.queries')">
      <li v-for="(listed, place) in queries.doubts" :key="listed.encounter_id + listed.code">
        <button type="button" :aria-current="place === chosen && !settled" @click="chosen = place">
          <b>{{ listed.sentence }}</b>
          <span class="soft"
            ><TagStreamer v-for="number in listed.numbers" :key="number" :number="number" />
            {{ listed.member_name }}, {{ shortDateText(listed.caught_on)
            }}<template v-if="listed.spot_name">, {{ listed.spot_name }}</template></span
          >
          <span v-if="listed.settled_by" class="soft"
            >{{ listed.settled_by }}: {{ listed.settled_why }}</span
          >
        </button>
        <button v-if="settled" type="button" class="link" @click="takeBack(listed)">
          {{ t('finds.queries.reopen') }}
        </button>
        <div v-else-if="place === chosen" class="acts">
          <input
            ref="field"
            v-model="why"
            class="field"
            maxlength="500"
            :aria-label="t('finds.queries.reasonOrQuestion')"
            :placeholder="t('finds.queries.reasonOrQuestion')"
          />
          <el-button
            class="oilskin"
            size="large"
            :loading="busy"
            @click="settle('stands', why.trim() || STANDS)"
            >{{ t('finds.queries.acceptAsRecorded') }}</el-button
          >
          <el-button
            size="large"
            :disabled="busy || why.trim().length < 3"
            @click="settle('asked', why.trim())"
            >{{ t('finds.queries.ask', { split: listed.member_name.split(' ')[0] }) }}</el-button
          >
          <RouterLink :to="`/dockside/${listed.trip_id}`">{{
            t('finds.queries.correctOnDockside')
          }}</RouterLink>
        </div>
      </li>
    </ol>
    <p v-if="queries?.doubts.length && !settled" class="soft">
      {{ t('finds.queries.keysFullStopAndComma') }}
    </p>
    <section v-if="queries?.held.length && !settled">
      <h2>{{ t('finds.queries.notAcceptedTitle') }}</h2>
      <p class="soft">
        {{ t('finds.queries.theseRecordsWereSentAnd') }}
      </p>
      <ul class="held bare">
        <li v-for="record in queries.held" :key="record.id">
          <b>{{ record.message }}</b>{{ ' ' }}
          <span class="soft">{{
            t('finds.queries.sent', {
              member_name: record.member_name,
              held_at: shortDateText(record.held_at),
            })
          }}</span>
          <button
            type="button"
            class="link"
            :aria-expanded="mending === record.id"
            @click="mending = mending === record.id ? null : record.id"
          >
            {{ t('finds.queries.fix') }}
          </button>
          <HeldMend
            v-if="mending === record.id"
            :held="record"
            :species="species"
            :busy="busy"
            @mend="mend(record.id, $event)"
          />
        </li>
      </ul>
    </section>
  </div>
</template>

<style scoped>
.doubts {
  border-top: 3px solid var(--kelp);
}
.doubts li {
  border-bottom: 1px solid var(--line);
}
.doubts li > button:first-child {
  width: 100%;
  display: grid;
  gap: 4px;
  padding: var(--gap-2);
  border: 0;
  background: none;
  text-align: left;
  cursor: pointer;
}
.doubts [aria-current='true'] {
  box-shadow: inset 4px 0 0 var(--kelp);
  background: var(--kelp-soft);
}
.acts {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: var(--gap-2);
  padding: 0 var(--gap-2) var(--gap-3);
}
.acts .field {
  flex: 1 1 280px;
}
.acts > * {
  margin: 0;
}
.held li > span,
.held li > .link {
  margin-left: 8px;
}
.held li {
  padding: var(--gap-2);
  border-bottom: 1px solid var(--line);
}
</style>
