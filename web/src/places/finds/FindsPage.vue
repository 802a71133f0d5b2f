<script setup lang="ts">
import { storeToRefs } from 'pinia'
import { computed, onMounted, onUnmounted, ref } from 'vue'
import { RouterLink, useRouter } from 'vue-router'
import { shortDateText } from '@/format/units'
import TagStreamer from '@/parts/TagStreamer.vue'
import TroubleNote from '@/parts/TroubleNote.vue'
import { useSessionStore } from '@/stores/session'
import TagLookup from './parts/TagLookup.vue'
import { useFinds } from './useFinds'

const { isCoordinator } = storeToRefs(useSessionStore())
const { query, finds, total, more, loading, refusal, species, set, sortBy, loadMore } = useFinds()
const router = useRouter()
const searchBox = ref<{ focus: () => void } | null>(null)
const filtered = computed(() =>
  Boolean(query.value.search || query.value.state || query.value.species_code),
)

function focusSearch(event: KeyboardEvent) {
  if (event.key !== '/' || event.target instanceof HTMLInputElement) return
  event.preventDefault()
  searchBox.value?.focus()
}
onMounted(() => addEventListener('keydown', focusSearch))
onUnmounted(() => removeEventListener('keydown', focusSearch))

const COLUMNS = [
  { key: 'number', label: 'Number as read' },
  { key: 'species', label: 'Species' },
  { key: 'caught_on', label: 'Caught' },
  { key: 'days', label: 'Days at liberty' },
] as const
const direction = (key: string) =>
  query.value.sort === key ? (query.value.order === 'asc' ? 'ascending' : 'descending') : 'none'
</script>

<template>
  <div class="page finds">
    <header>
      <h1>Finds</h1>
      <p class="soft">
        {{
          isCoordinator ? 'Everything that came back.' : 'Fish that you handled and that came back.'
        }}
        <RouterLink v-if="isCoordinator" to="/finds/desk">Judge what waits</RouterLink>
      </p>
    </header>
    <div class="filters">
      <el-input
        ref="searchBox"
        size="large"
        :model-value="query.search"
        clearable
        placeholder="Number, species, finder, place"
        aria-label="Search finds (key /)"
        @update:model-value="set({ search: $event })"
      />
      <el-select
        size="large"
        :empty-values="[null]"
        :value-on-clear="null"
        :model-value="query.state"
        aria-label="State"
        @update:model-value="set({ state: $event })"
      >
        <el-option value="" label="All" />
        <el-option value="matched" label="Matched" />
        <el-option value="waiting" label="Waiting" />
        <el-option value="set_aside" label="Set aside" />
      </el-select>
      <el-select
        size="large"
        :empty-values="[null]"
        :value-on-clear="null"
        :model-value="query.species_code"
        filterable
        aria-label="Species"
        @update:model-value="set({ species_code: $event })"
      >
        <el-option value="" label="All species" />
        <el-option
          v-for="choice in species"
          :key="choice.code"
          :value="choice.code"
          :label="choice.common_name"
        />
      </el-select>
      <span class="count strong" role="status">{{
        loading && !finds.length
          ? 'Loading'
          : `${total.toLocaleString('en-GB')} ${total === 1 ? 'find' : 'finds'}`
      }}</span>
    </div>
    <TagLookup :species="species" />
    <TroubleNote :trouble="refusal" />
    <div class="scroll">
      <table v-if="finds.length" v-cards class="list">
        <thead>
          <tr>
            <th v-for="column in COLUMNS" :key="column.key" :aria-sort="direction(column.key)">
              <button type="button" @click="sortBy(column.key)">
                {{ column.label }}
                <span aria-hidden="true">{{
                  { ascending: '↑', descending: '↓', none: '' }[direction(column.key)]
                }}</span>
              </button>
            </th>
            <th>Place</th>
            <th>Found by</th>
            <th>State</th>
          </tr>
        </thead>
        <tbody>
          <tr
            v-for="find in finds"
            :key="find.id"
            :class="{ open: find.story_key }"
            @click="find.story_key && router.push(`/story/${find.story_key}`)"
          >
            <td>
              <RouterLink
                v-if="find.story_key"
                :to="`/story/${find.story_key}`"
                class="plain"
                @click.stop
                ><TagStreamer :number="find.number ?? '?'"
              /></RouterLink>
              <TagStreamer v-else :number="find.number ?? '?'" spent />
            </td>
            <td>{{ find.species_name ?? 'not known' }}</td>
            <td class="tabular nowrap">{{ shortDateText(find.caught_on) }}</td>
            <td class="tabular right">{{ find.days_at_liberty ?? '–' }}</td>
            <td>{{ find.place ?? '–' }}</td>
            <td>
              {{ find.finder ?? 'no name left'
              }}<span v-if="find.source === 'deck'" class="soft">, on the Deck</span>
            </td>
            <td>
              <span v-if="find.state === 'matched'"
                >matched<template v-if="find.fate === 'kept'">, kept</template></span
              >
              <span v-else-if="find.state === 'set_aside'">set aside</span>
              <span v-else class="waits"><b>waits:</b> {{ find.waiting_words }}</span>
            </td>
          </tr>
        </tbody>
      </table>
      <el-empty
        v-else-if="!loading && !refusal"
        :description="
          filtered
            ? 'Nothing fits these filters.'
            : 'Nothing has come back yet. When a finder reports one of your tags, it stands here.'
        "
      >
        <el-button v-if="filtered" @click="set({ search: '', state: '', species_code: '' })"
          >Show all</el-button
        >
      </el-empty>
      <el-skeleton v-else-if="loading" :rows="6" animated />
    </div>
    <el-button v-if="more" :loading="loading" @click="loadMore">Show more</el-button>
  </div>
</template>

<style scoped>
.finds {
  display: grid;
  gap: var(--gap-3);
  justify-items: start;
  max-width: 1280px;
}
.filters {
  width: 100%;
  display: grid;
  grid-template-columns: minmax(200px, 1fr) 150px 220px auto;
  gap: var(--gap-2);
  align-items: center;
}
th button {
  background: none;
  border: 0;
  padding: 6px 0;
  font-weight: var(--weight-strong);
  cursor: pointer;
}
tr.open {
  cursor: pointer;
}
tr.open:hover {
  background: var(--kelp-soft);
}
.right {
  text-align: right;
  padding-right: var(--gap-5);
}
.plain {
  text-decoration: none;
}
.waits b {
  color: var(--rust);
}
@media (max-width: 760px) {
  .filters {
    grid-template-columns: 1fr 1fr;
  }
  .filters > :first-child {
    grid-column: 1 / -1;
  }
}
</style>
