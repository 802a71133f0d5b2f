<script setup lang="ts">
import { computed, onMounted, shallowRef } from 'vue'
import { useRoute } from 'vue-router'
import { CARDS } from '@/drawings/cards'
import TechniqueStep from '@/drawings/TechniqueStep.vue'
import TechniqueSteps from '@/drawings/TechniqueSteps.vue'
import { shownCards } from '@/practice/practice'
import { t } from '@/words/practice'

/** Technique cards: one after the other in steps, or all steps at once on paper. */
const route = useRoute()
const shown = shallowRef<string[] | null>(null)
onMounted(async () => (shown.value = await shownCards()))
const cards = computed(() => CARDS.filter((card) => shown.value?.includes(card.key) ?? true))
const card = computed(
  () => cards.value.find((card) => card.key === route.params['card']) ?? cards.value[0] ?? null,
)
const print = () => window.print()
</script>

<template>
  <div class="page breadth technique">
    <p class="screen">
      <RouterLink to="/practice">{{ t('practice.cards.practice') }}</RouterLink>
    </p>
    <nav class="screen" :aria-label="t('practice.cards.techniqueCards')">
      <RouterLink
        v-for="listed in cards"
        :key="listed.key"
        :to="`/practice/cards/${listed.key}`"
        :class="{ current: listed.key === card?.key }"
        >{{ listed.title }}</RouterLink
      >
    </nav>
    <article v-if="card" class="stack">
      <header>
        <h1>{{ card.title }}</h1>
        <el-button class="screen" @click="print">{{ t('practice.cards.print') }}</el-button>
      </header>
      <TechniqueSteps class="screen" :card="card" />
      <ol class="paper">
        <li v-for="step in card.steps" :key="step.says">
          <TechniqueStep :step="step" :guild="card.guild" />
          <p>
            {{ step.says }} <i>{{ t('practice.cards.watch', { look: step.look }) }}</i>
          </p>
        </li>
      </ol>
      <p class="soft">
        {{ t('practice.cards.houseRulesOfTheCooperative') }}
      </p>
    </article>
  </div>
</template>

<style scoped>
.technique {
  display: grid;
  grid-template-columns: 230px minmax(0, 1fr);
  gap: var(--gap-3) var(--gap-5);
  align-items: start;
}
.technique > p {
  grid-column: 1 / -1;
}
nav {
  display: grid;
}
nav a {
  padding: 5px var(--gap-3);
  text-decoration: none;
  color: var(--ink);
  border-left: 4px solid var(--line);
}
nav a.current {
  border-color: var(--kelp);
  background: var(--kelp-soft);
  font-weight: var(--weight-strong);
}
header {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: var(--gap-3);
  align-items: center;
}
.paper {
  display: none;
}
@media (max-width: 760px) {
  .technique {
    grid-template-columns: minmax(0, 1fr);
  }
  nav {
    grid-row: 3;
  }
}
@media print {
  .screen {
    display: none;
  }
  .technique {
    display: block;
  }
  .paper {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: var(--gap-3);
  }
}
</style>
