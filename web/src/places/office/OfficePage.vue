<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { api } from '@/api/client'
import { useAct } from '@/api/useAct'
import TroubleNote from '@/parts/TroubleNote.vue'
import { t } from '@/words/office'
import OfficeNav from './parts/OfficeNav.vue'

type Item = Awaited<ReturnType<typeof api.officeToday>>['items'][number]

/** What needs a coordinator today, each with the act that settles it. */
const items = ref<Item[] | null>(null)
const { refusal, run } = useAct()
onMounted(() => run(async () => void (items.value = (await api.officeToday()).items)))

const WORK: Record<Item['key'], { title: (count: number) => string; act: string; to: string }> = {
  reports: {
    title: (count) => t('office.office.reports', count),
    act: t('office.office.reportsAct'),
    to: '/finds/review',
  },
  applications: {
    title: (count) => t('office.office.applications', count),
    act: t('office.office.applicationsAct'),
    to: '/office/members',
  },
  orders: {
    title: (count) => t('office.office.orders', count),
    act: t('office.office.ordersAct'),
    to: '/office/stock',
  },
  queries: {
    title: (count) => t('office.office.queries', count),
    act: t('office.office.queriesAct'),
    to: '/finds/queries',
  },
  held: {
    title: (count) => t('office.office.held', count),
    act: t('office.office.heldAct'),
    to: '/finds/queries',
  },
  letters: {
    title: (count) => t('office.office.letters', count),
    act: t('office.office.lettersAct'),
    to: '/office/letters',
  },
  calls: {
    title: (count) => t('office.office.calls', count),
    act: t('office.office.callsAct'),
    to: '/office/letters',
  },
  permits: {
    title: (count) => t('office.office.permits', count),
    act: t('office.office.permitsAct'),
    to: '/office/members',
  },
  pouches: {
    title: (count) => t('office.office.pouches', count),
    act: t('office.office.pouchesAct'),
    to: '/office/tags',
  },
  laws: {
    title: (count) => t('office.office.laws', count),
    act: t('office.office.lawsAct'),
    to: '/office/species',
  },
}
</script>

<template>
  <div class="page stack office">
    <OfficeNav />
    <header>
      <h1>{{ t('office.office.title') }}</h1>
      <p class="soft">{{ t('office.office.lead') }}</p>
    </header>
    <TroubleNote :trouble="refusal" />
    <el-skeleton v-if="!items && !refusal" :rows="5" animated />
    <p v-if="items && !items.length">{{ t('office.office.nothing') }}</p>
    <ol v-if="items?.length" class="bare">
      <li v-for="item in items" :key="item.key" :data-work="item.key">
        <strong class="figures">{{ item.count }}</strong>
        <div>
          <b>{{ WORK[item.key].title(item.count) }}</b>
          <p v-if="item.first.length" class="soft">
            {{ t('office.office.first', { names: item.first.join(', ') }) }}
          </p>
        </div>
        <RouterLink class="act" :to="WORK[item.key].to">{{ WORK[item.key].act }}</RouterLink>
      </li>
    </ol>
  </div>
</template>

<style scoped>
li {
  display: grid;
  grid-template-columns: 72px minmax(0, 1fr) auto;
  gap: var(--gap-3);
  align-items: center;
  min-height: 64px;
  padding: var(--gap-2) 0;
  border-bottom: 1px solid var(--line);
}
strong {
  font-size: 28px;
  text-align: right;
}
.act {
  display: flex;
  align-items: center;
  min-height: 44px;
  padding: 0 var(--gap-4);
  border: 1px solid var(--kelp);
  border-radius: 8px;
  text-decoration: none;
}
li:first-child .act {
  background: var(--kelp);
  color: var(--on-kelp);
}
@media (max-width: 640px) {
  li {
    grid-template-columns: 48px minmax(0, 1fr);
  }
  .act {
    grid-column: 2;
    justify-self: start;
  }
}
</style>
