<script setup lang="ts">
import { useDebounceFn } from '@vueuse/core'
import { computed, onMounted, ref, shallowRef, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, type Schemas } from '@/api/client'
import { useAct } from '@/api/useAct'
import { shortDateText, timeText } from '@/format/units'
import DayField from '@/parts/DayField.vue'
import TroubleNote from '@/parts/TroubleNote.vue'
import { changeValue, changeWord } from '@/words/changes'
import { t } from '@/words/office'
import OfficeNav from './parts/OfficeNav.vue'

/** Every change of every record, as the database noted it, and what people said of it. */
type Entry = Schemas['Audit']['entries'][number]
const SOURCE: Record<Entry['source'], string> = {
  rows: t('office.changeHistory.changesOfRecords'),
  decisions: t('office.changeHistory.decisionsAtReview'),
  corrections: t('office.changeHistory.correctionsWithAReason'),
  custody: t('office.changeHistory.tagLedger'),
  settings: t('office.changeHistory.settings'),
}
const route = useRoute()
const router = useRouter()
const page = shallowRef<Schemas['Audit'] | null>(null)
const members = shallowRef<{ id: string; name: string }[]>([])
const { busy, refusal, run, read } = useAct()
const text = (key: string) =>
  typeof route.query[key] === 'string' && route.query[key]
    ? (route.query[key] as string)
    : undefined
const query = computed(() => ({
  record: text('record'),
  record_id: text('record_id'),
  member_id: text('member_id'),
  from: text('from'),
  to: text('to'),
  source: text('source') as Entry['source'] | undefined,
}))
const set = (change: Record<string, string>) =>
  void router.replace({
    query: Object.fromEntries(
      Object.entries({ ...route.query, ...change }).filter(([, value]) => value),
    ) as Record<string, string>,
  })
const setSoon = useDebounceFn(set, 250)
const load = (cursor?: string) =>
  read(
    () => api.audit({ ...query.value, cursor }),
    (next) => {
      const before = cursor && page.value ? page.value.entries : []
      page.value = { ...next, entries: [...before, ...next.entries] }
    },
  )
onMounted(async () => {
  await load()
  await run(async () => void (members.value = (await api.members()).members))
})
watch(
  query,
  (now, was) =>
    JSON.stringify(now) !== JSON.stringify(was) &&
    route.path === '/office/change-history' &&
    load(),
)
const open = ref<number | null>(null)
const short = (id: string) => (id.length === 36 ? `…${id.slice(-6)}` : id)
</script>

<template>
  <div class="page changes stack">
    <OfficeNav />
    <h1>{{ t('office.changeHistory.changeHistory') }}</h1>
    <TroubleNote :trouble="refusal" />
    <div class="filters">
      <select
        class="field"
        :aria-label="t('office.changeHistory.changes')"
        :value="query.source ?? ''"
        @change="set({ source: ($event.target as HTMLSelectElement).value })"
      >
        <option value="">{{ t('office.changeHistory.everything') }}</option>
        <option v-for="(label, source) in SOURCE" :key="source" :value="source">{{ label }}</option>
      </select>
      <select
        class="field"
        :aria-label="t('office.changeHistory.kindOfRecord')"
        :value="query.record ?? ''"
        @change="set({ record: ($event.target as HTMLSelectElement).value })"
      >
        <option value="">{{ t('office.changeHistory.allRecords') }}</option>
        <option v-for="tag in [...(page?.records ?? []), 'tags']" :key="tag" :value="tag">
          {{ changeWord(tag) }}
        </option>
      </select>
      <select
        class="field"
        :aria-label="t('office.changeHistory.member')"
        :value="query.member_id ?? ''"
        @change="set({ member_id: ($event.target as HTMLSelectElement).value })"
      >
        <option value="">{{ t('office.changeHistory.allMembers') }}</option>
        <option v-for="member in members" :key="member.id" :value="member.id">
          {{ member.name }}
        </option>
      </select>
      <input
        class="field"
        :aria-label="t('office.changeHistory.numberOrIdOfThe')"
        :placeholder="t('office.changeHistory.numberOrId')"
        :value="query.record_id ?? ''"
        @input="setSoon({ record_id: ($event.target as HTMLInputElement).value.trim() })"
      />
      <label
        >{{ t('office.changeHistory.from') }}
        <DayField
          label="from"
          :model-value="query.from ?? null"
          @update:model-value="set({ from: $event ?? '' })"
      /></label>
      <label
        >{{ t('office.changeHistory.to') }}
        <DayField
          label="to"
          :model-value="query.to ?? null"
          @update:model-value="set({ to: $event ?? '' })"
      /></label>
    </div>
    <p v-if="page && !page.entries.length" class="soft">
      {{ t('office.changeHistory.noChangeFitsTheseFilters') }}
    </p>
    <div v-if="page?.entries.length" class="scroll" tabindex="0">
      <table v-cards class="list">
        <thead>
          <tr>
            <th>{{ t('office.changeHistory.when') }}</th>
            <th>{{ t('office.changeHistory.who') }}</th>
            <th>{{ t('office.changeHistory.change') }}</th>
            <th>{{ t('office.changeHistory.record') }}</th>
            <th>{{ t('office.changeHistory.values') }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(entry, index) in page.entries" :key="index">
            <td class="nowrap tabular">{{ shortDateText(entry.at) }}, {{ timeText(entry.at) }}</td>
            <td>{{ entry.by }}</td>
            <td>{{ changeWord(entry.act) }}</td>
            <td>
              <button
                type="button"
                class="link"
                :title="entry.record_id"
                @click="set({ record: entry.record, record_id: entry.record_id })"
              >
                {{ changeWord(entry.record) }}
                <span class="figures">{{ short(entry.record_id) }}</span>
              </button>
            </td>
            <td>
              <p v-if="entry.reason">{{ entry.reason }}</p>
              <template v-if="entry.changed">
                <p
                  v-for="(pair, field) in Object.fromEntries(
                    Object.entries(entry.changed).slice(0, open === index ? undefined : 3),
                  )"
                  :key="field"
                  class="pair"
                >
                  {{ changeWord(String(field)) }}:
                  <template v-if="Array.isArray(pair)"
                    >{{ changeValue(pair[0]) }} → <b>{{ changeValue(pair[1]) }}</b></template
                  ><template v-else>{{ t('office.changeHistory.changedNotShown') }}</template>
                </p>
                <button
                  v-if="Object.keys(entry.changed).length > 3"
                  type="button"
                  class="link"
                  @click="open = open === index ? null : index"
                >
                  {{
                    open === index
                      ? t('office.changeHistory.less')
                      : t('office.changeHistory.more', {
                          changed: Object.keys(entry.changed).length - 3,
                        })
                  }}
                </button>
              </template>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <el-button v-if="page?.next" size="large" :loading="busy" @click="load(page.next)">{{
      t('office.changeHistory.showMore')
    }}</el-button>
    <p class="soft">
      {{ t('office.changeHistory.theDatabaseRecordsEveryRow') }}
    </p>
  </div>
</template>

<style scoped>
.filters {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(170px, 1fr));
  gap: var(--gap-2);
  align-items: end;
}
.pair {
  overflow-wrap: anywhere;
}
td {
  vertical-align: top;
}
</style>
