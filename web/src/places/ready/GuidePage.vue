<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { useRouter } from 'vue-router'
import { api, type Schemas } from '@/api/client'
import { trouble, type Trouble } from '@/api/refusal'
import AnimalDrawing from '@/drawings/AnimalDrawing.vue'
import TroubleNote from '@/parts/TroubleNote.vue'
import { t } from '@/words/ready'

const props = defineProps<{ guild?: string }>()
const router = useRouter()
const guilds = ref<Schemas['Guide'][]>([])
const refusal = ref<Trouble | null>(null)
const chosen = computed(
  () => guilds.value.find((guild) => guild.key === props.guild) ?? guilds.value[0] ?? null,
)

onMounted(async () => {
  try {
    guilds.value = (await api.guide()).guilds
  } catch (thrown) {
    refusal.value = trouble(thrown)
  }
})
const print = () => window.print()
</script>

<template>
  <div class="page breadth guide">
    <TroubleNote :trouble="refusal" />
    <el-skeleton v-if="!chosen && !refusal" :rows="10" animated />
    <nav v-if="guilds.length" class="guilds" :aria-label="t('ready.guide.guilds')">
      <select
        class="field"
        :value="chosen!.key"
        :aria-label="t('ready.guide.guild')"
        @change="router.push(`/guide/${($event.target as HTMLSelectElement).value}`)"
      >
        <option v-for="choice in guilds" :key="choice.key" :value="choice.key">
          {{ choice.name }}
        </option>
      </select>
      <RouterLink
        v-for="choice in guilds"
        :key="choice.key"
        :to="`/guide/${choice.key}`"
        :class="{ current: choice.key === chosen!.key }"
        >{{ choice.name }}</RouterLink
      >
    </nav>
    <article v-if="chosen" class="stack">
      <header>
        <div>
          <h1>{{ chosen.name }}</h1>
          <p>
            {{ t('ready.guide.outOfWater', { air_class: chosen.air_class }) }}
            <b class="figures">{{ chosen.air_seconds }} s</b>
            {{ t('ready.guide.inASingleLiftUnder') }}
          </p>
        </div>
        <el-button class="print" @click="print">{{ t('ready.guide.print') }}</el-button>
      </header>
      <AnimalDrawing
        class="drawing"
        :guild="chosen.key"
        :label="t('ready.guide.drawingOfAAnimalHands', { name: chosen.name })"
        marks
      />
      <p class="legend">
        <span class="hand">{{ t('ready.guide.hand') }}</span> {{ t('ready.guide.whereTheHandsGo') }}
        <span class="warn fault">△</span> {{ t('ready.guide.whatCanHurtYou') }}
        <span class="red">{{ t('ready.guide.line') }}</span>
        {{ t('ready.guide.theLengthThatCounts')
        }}<template
          v-if="
            !chosen.sections.some(
              (one) => one.title === 'Tag' && one.lines[0]!.startsWith(t('ready.guide.not')),
            )
          "
        >
          · <span class="yellow">{{ t('ready.guide.streamer') }}</span>
          {{ t('ready.guide.whereTheTagGoes') }}</template
        >
      </p>
      <div class="sections">
        <component
          :is="section.folded ? 'details' : 'section'"
          v-for="section in chosen.sections"
          :key="section.title"
        >
          <component :is="section.folded ? 'summary' : 'h2'">{{ section.title }}</component>
          <p v-for="line in section.lines" :key="line">{{ line }}</p>
        </component>
      </div>
      <p>
        <RouterLink to="/practice/cards">{{ t('ready.guide.techniqueCards') }}</RouterLink>
        {{ t('ready.guide.showEachActStepBy') }}
      </p>
      <p class="soft">
        {{ t('ready.guide.houseRulesOfTheCooperative') }}
      </p>
    </article>
  </div>
</template>

<style scoped>
.guide {
  display: grid;
  grid-template-columns: 230px minmax(0, 1fr);
  gap: var(--gap-5);
  align-items: start;
}
.guilds {
  display: grid;
}
.guilds select {
  display: none;
}
.guilds a {
  padding: 5px var(--gap-3);
  text-decoration: none;
  color: var(--ink);
  border-left: 4px solid var(--line);
}
.guilds a.current {
  border-color: var(--kelp);
  background: var(--kelp-soft);
  font-weight: var(--weight-strong);
}
header {
  display: flex;
  justify-content: space-between;
  align-items: start;
  gap: var(--gap-3);
}
h1::first-letter {
  text-transform: uppercase;
}
.drawing {
  max-width: 620px;
}
.legend {
  font-size: 15px;
}
.hand {
  background: var(--kelp);
  color: var(--on-kelp);
  padding: 0 6px;
  border-radius: 99px;
}
.red {
  border-bottom: 3px solid var(--rust);
}
.yellow {
  background: var(--oilskin);
  color: var(--on-oilskin);
  padding: 0 8px;
  border-radius: 99px;
}
.sections {
  columns: 2 300px;
  column-gap: var(--gap-5);
}
.sections section {
  break-inside: avoid;
  padding-bottom: var(--gap-3);
}
@media (max-width: 760px) {
  .guide {
    grid-template-columns: 1fr;
    gap: var(--gap-3);
  }
  .guilds a {
    display: none;
  }
  .guilds select {
    display: block;
  }
}
@media print {
  .guilds,
  .print {
    display: none;
  }
  .guide {
    grid-template-columns: 1fr;
  }
}
</style>
