<script setup lang="ts">
import { onMounted, ref, shallowRef } from 'vue'
import { imports, type Alike, type Waiting } from '@/api/imports'
import { useAct } from '@/api/useAct'
import { dateText } from '@/format/units'
import TroubleNote from '@/parts/TroubleNote.vue'

/** What of the table waits at the desk: one decision for all that are alike, with one reason. */
const props = defineProps<{ id: number }>()
type Group = Waiting['groups'][number]
const SHOWN = 5
const waiting = shallowRef<Waiting | null>(null)
const why = ref('')
const { busy, refusal, notice, run } = useAct()
onMounted(() =>
  run(async () => {
    waiting.value = await imports.waiting(props.id)
  }),
)

const decide = (group: Group, verdict: Alike['verdict']) =>
  run(async () => {
    const reports = group.reports.map(({ id, seen }) => ({ id, seen }))
    const answer = await imports.decideAlike(props.id, {
      verdict,
      reason: why.value.trim(),
      reports,
    })
    waiting.value = answer
    const left = answer.left?.length
      ? ` ${answer.left.length} were left: ${answer.left[0]!.why}`
      : ''
    notice.value = `${answer.decided} decided; each can be taken back at the desk.${left}`
  })
const percent = (share: number) => `${Math.round(100 * share)} %`
</script>

<template>
  <section v-if="waiting?.waiting || notice" class="waiting stack-2" aria-label="Waits at the desk">
    <h3>Waits at the desk</h3>
    <TroubleNote :trouble="refusal" />
    <p v-if="notice" role="status">{{ notice }}</p>
    <template v-if="waiting?.waiting">
      <p>
        {{ waiting.waiting }} of these catches wait for your judgement{{
          waiting.looked_at < waiting.waiting ? `; the first ${waiting.looked_at} are below` : ''
        }}. Nobody is written to about what was long ago. Singly they are at the
        <RouterLink to="/finds/desk">judgement desk</RouterLink>.
      </p>
      <label>
        Why, for all that you decide at once
        <input v-model="why" class="field" minlength="3" maxlength="500" />
      </label>
      <article
        v-for="group in waiting.groups"
        :key="group.reason + group.is_likely"
        class="stack-2"
      >
        <h4>
          {{ group.reports.length }} alike: {{ group.words }}
          {{ group.is_likely ? 'The likeliest fish is likelier than not.' : '' }}
        </h4>
        <ul>
          <li v-for="report in group.reports.slice(0, SHOWN)" :key="report.id">
            <b class="figures">{{ report.number_as_read }}</b>, {{ dateText(report.caught_on) }}
            <template v-if="report.best_number">
              most like <b class="figures">{{ report.best_number }}</b>,
              {{ percent(report.share!) }}
            </template>
            <template v-else>like no fish of ours</template>
          </li>
          <li v-if="group.reports.length > SHOWN" class="soft">
            and {{ group.reports.length - SHOWN }} more
          </li>
        </ul>
        <p class="row">
          <el-button
            v-if="group.is_likely"
            type="primary"
            :loading="busy"
            :disabled="why.trim().length < 3"
            @click="decide(group, 'accepted')"
          >
            Each is its likeliest fish
          </el-button>
          <el-button
            :loading="busy"
            :disabled="why.trim().length < 3"
            @click="decide(group, 'none_of_these')"
          >
            None is a fish of ours
          </el-button>
        </p>
      </article>
    </template>
  </section>
</template>

<style scoped>
article {
  border-left: 5px solid var(--kelp);
  padding: var(--gap-2) var(--gap-3);
  background: var(--sheet);
}
label {
  display: grid;
  max-width: 560px;
}
.row {
  gap: var(--gap-3);
  align-items: normal;
}
</style>
