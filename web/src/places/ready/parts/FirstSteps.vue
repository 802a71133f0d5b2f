<script setup lang="ts">
import type { Schemas } from '@/api/client'
import { t } from '@/words/ready'

/** What a new member does first, and who goes along. */
defineProps<{ first: NonNullable<Schemas['Ready']['first']> }>()
const WHERE: Record<string, string> = { lessons: '/practice', kit: '/ready/locker', plan: '#plan' }
</script>

<template>
  <section class="first stack-2" aria-labelledby="first">
    <h2 id="first">{{ t('ready.firstSteps.title') }}</h2>
    <ol>
      <li v-for="step in first.steps" :key="step.key" :class="{ done: step.is_done }">
        <RouterLink :to="WHERE[step.key]!">{{ step.text }}</RouterLink>
        <span v-if="step.is_done">{{ t('ready.firstSteps.done') }}</span>
      </li>
    </ol>
    <p>
      {{
        first.mentor
          ? t('ready.firstSteps.mentor', { mentor: first.mentor })
          : t('ready.firstSteps.noMentor')
      }}
      <template v-if="first.contact">{{
        t('ready.firstSteps.contact', { contact: first.contact })
      }}</template>
    </p>
  </section>
</template>

<style scoped>
.first {
  padding: var(--gap-3);
  border: 2px solid var(--kelp);
  border-radius: var(--round);
}
.first h2,
.first ol,
.first p {
  margin: 0;
}
.first li {
  padding: var(--gap-1) 0;
}
.done a {
  color: var(--ink-soft);
}
.done span {
  margin-left: var(--gap-2);
  color: var(--kelp);
}
</style>
