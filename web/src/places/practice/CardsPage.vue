<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { computed, onMounted, ref, shallowRef, watch } from 'vue'
import { useRoute } from 'vue-router'
import { CARDS } from '@/drawings/cards'
import TechniqueStep from '@/drawings/TechniqueStep.vue'
import { shownCards } from '@/practice/practice'

/** Technique cards: one after the other in steps, or all steps at once on paper. */
const route = useRoute()
const shown = shallowRef<string[] | null>(null)
const at = ref(0)
onMounted(async () => (shown.value = await shownCards()))
const cards = computed(() => CARDS.filter((one) => shown.value?.includes(one.key) ?? true))
const card = computed(
  () => cards.value.find((one) => one.key === route.params['card']) ?? cards.value[0] ?? null,
)
const step = computed(() => card.value?.steps[at.value] ?? null)
watch(card, () => (at.value = 0))
const go = (by: number) =>
  (at.value = Math.min((card.value?.steps.length ?? 1) - 1, Math.max(0, at.value + by)))
useEventListener('keydown', (event: KeyboardEvent) => {
  if (event.key === 'ArrowRight') go(1)
  if (event.key === 'ArrowLeft') go(-1)
})
const print = () => window.print()
</script>

<template>
  <div class="page technique">
    <p class="screen"><RouterLink to="/practice">Practice</RouterLink></p>
    <nav class="screen" aria-label="Technique cards">
      <RouterLink
        v-for="one in cards"
        :key="one.key"
        :to="`/practice/cards/${one.key}`"
        :class="{ current: one.key === card?.key }"
        >{{ one.title }}</RouterLink
      >
    </nav>
    <article v-if="card && step">
      <header>
        <h1>{{ card.title }}</h1>
        <el-button class="screen" @click="print">Print</el-button>
      </header>
      <div class="screen one">
        <TechniqueStep :step="step" :guild="card.guild" />
        <p class="says" aria-live="polite">
          <b class="figures">{{ at + 1 }}</b> {{ step.says }}<br />
          <span class="look">Look: {{ step.look }}.</span>
        </p>
        <p class="row">
          <el-button size="large" :disabled="at === 0" @click="go(-1)">Back</el-button>
          <el-button
            size="large"
            type="primary"
            :disabled="at === card.steps.length - 1"
            @click="go(1)"
            >Next step</el-button
          >
          <span class="soft">{{ at + 1 }} of {{ card.steps.length }}; arrow keys step too</span>
        </p>
      </div>
      <ol class="paper">
        <li v-for="one in card.steps" :key="one.says">
          <TechniqueStep :step="one" :guild="card.guild" />
          <p>
            {{ one.says }} <i>Look: {{ one.look }}.</i>
          </p>
        </li>
      </ol>
      <p class="soft">
        House rules of the cooperative. Local rules, permits and trained or medical help come first.
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
article,
.one {
  display: grid;
  gap: var(--gap-3);
}
header,
.row {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: var(--gap-3);
  align-items: center;
}
.row {
  justify-content: start;
}
.says {
  font-size: 20px;
}
.look {
  color: var(--rust);
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
