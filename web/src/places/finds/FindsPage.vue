<script setup lang="ts">
import { storeToRefs } from 'pinia'
import { computed, onMounted, onUnmounted, ref } from 'vue'
import { RouterLink, useRouter } from 'vue-router'
import { shortDateText } from '@/format/units'
import TagStreamer from '@/parts/TagStreamer.vue'
import TroubleNote from '@/parts/TroubleNote.vue'
import { useSessionStore } from '@/stores/session'
import { t } from '@/words/finds'
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
  { key: 'number', label: t('finds.finds.tagNumberAsRead') },
  { key: 'species', label: t('finds.finds.species') },
  { key: 'caught_on', label: t('finds.finds.caught') },
  { key: 'days', label: t('finds.finds.daysAtLiberty') },
] as const
const direction = (key: string) =>
  query.value.sort === key ? (query.value.order === 'asc' ? 'ascending' : 'descending') : 'none'
</script>

<template>
  <div class="page breadth finds">
    <header>
      <h1>{{ t('finds.finds.finds') }}</h1>
      <p class="soft">
        {{
          isCoordinator
            ? t('finds.finds.allRecapturesAndFoundTags')
            : t('finds.finds.recapturesOfFishThatYou')
        }}
        <RouterLink v-if="isCoordinator" to="/finds/review">{{
          t('finds.finds.reviewReports')
        }}</RouterLink>
      </p>
    </header>
    <div class="filters">
      <el-input
        ref="searchBox"
        size="large"
        :model-value="query.search"
        clearable
        :placeholder="t('finds.finds.numberSpeciesFinderPlace')"
        :aria-label="t('finds.finds.searchFindsKey')"
        @update:model-value="set({ search: $event })"
      />
      <el-select
        size="large"
        :empty-values="[null]"
        :value-on-clear="null"
        :model-value="query.state"
        :aria-label="t('finds.finds.status')"
        @update:model-value="set({ state: $event })"
      >
        <el-option value="" :label="t('finds.finds.all')" />
        <el-option value="matched" :label="t('finds.finds.matched')" />
        <el-option value="waiting" :label="t('finds.finds.toReview')" />
        <el-option value="set_aside" :label="t('finds.finds.setAside')" />
      </el-select>
      <el-select
        size="large"
        :empty-values="[null]"
        :value-on-clear="null"
        :model-value="query.species_code"
        filterable
        :aria-label="t('finds.finds.species')"
        @update:model-value="set({ species_code: $event })"
      >
        <el-option value="" :label="t('finds.finds.allSpecies')" />
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
          : t('finds.finds.count', { total: total.toLocaleString('en-GB') }, total)
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
            <th>{{ t('finds.finds.place') }}</th>
            <th>{{ t('finds.finds.foundBy') }}</th>
            <th>{{ t('finds.finds.status') }}</th>
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
            <td>{{ find.species_name ?? t('finds.finds.notKnown') }}</td>
            <td class="tabular nowrap">{{ shortDateText(find.caught_on) }}</td>
            <td class="tabular right">{{ find.days_at_liberty ?? '–' }}</td>
            <td>{{ find.place ?? '–' }}</td>
            <td>
              {{ find.finder ?? t('finds.finds.nameRemoved')
              }}<span v-if="find.source === 'deck'" class="soft">{{
                t('finds.finds.onTheDeck')
              }}</span>
            </td>
            <td>
              <span v-if="find.state === 'matched'"
                >{{ t('finds.finds.rowMatched')
                }}<template v-if="find.fate === 'kept'">{{ t('finds.finds.kept') }}</template></span
              >
              <span v-else-if="find.state === 'set_aside'">{{ t('finds.finds.rowSetAside') }}</span>
              <span v-else class="waits"
                ><b>{{ t('finds.finds.rowToReview') }}</b> {{ find.waiting_words }}</span
              >
            </td>
          </tr>
        </tbody>
      </table>
      <el-empty
        v-else-if="!loading && !refusal"
        :description="
          filtered ? t('finds.finds.noFindFitsTheseFilters') : t('finds.finds.noRecapturesYetWhenA')
        "
      >
        <el-button v-if="filtered" @click="set({ search: '', state: '', species_code: '' })">{{
          t('finds.finds.showAll')
        }}</el-button>
      </el-empty>
      <el-skeleton v-else-if="loading" :rows="6" animated />
    </div>
    <el-button v-if="more" :loading="loading" @click="loadMore">{{
      t('finds.finds.showMore')
    }}</el-button>
  </div>
</template>

<style scoped>
.finds {
  display: grid;
  gap: var(--gap-3);
  justify-items: start;
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
