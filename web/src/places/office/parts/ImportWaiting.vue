<script setup lang="ts">
import { onMounted, ref, shallowRef } from 'vue'
import { imports, type Alike, type Waiting } from '@/api/imports'
import { useAct } from '@/api/useAct'
import { dateText } from '@/format/units'
import TroubleNote from '@/parts/TroubleNote.vue'
import { t } from '@/words/office'

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
      ? t('office.importWaiting.stayed', { left: answer.left.length, why: answer.left[0]!.why })
      : ''
    notice.value = t('office.importWaiting.decidedEachCanBeUndone', {
      decided: answer.decided,
      left,
    })
  })
const percent = (share: number) => `${Math.round(100 * share)} %`
</script>

<template>
  <section
    v-if="waiting?.waiting || notice"
    class="waiting stack-2"
    :aria-label="t('office.importWaiting.toReview')"
  >
    <h3>{{ t('office.importWaiting.toReview') }}</h3>
    <TroubleNote :trouble="refusal" />
    <p v-if="notice" role="status">{{ notice }}</p>
    <template v-if="waiting?.waiting">
      <p>
        {{
          t('office.importWaiting.ofTheseCatchesNeedA', {
            waiting: waiting.waiting,
            below:
              waiting.looked_at < waiting.waiting
                ? t('office.importWaiting.theFirstAreBelow', { looked_at: waiting.looked_at })
                : '',
          })
        }}
        <RouterLink to="/finds/review">{{ t('office.importWaiting.review') }}</RouterLink>.
      </p>
      <label>
        {{ t('office.importWaiting.reasonForAllThatYou') }}
        <input v-model="why" class="field" minlength="3" maxlength="500" />
      </label>
      <article
        v-for="group in waiting.groups"
        :key="group.reason + group.is_likely"
        class="stack-2"
      >
        <h4>
          {{
            t('office.importWaiting.alike', {
              reports: group.reports.length,
              words: group.words,
              not: group.is_likely ? t('office.importWaiting.theLikeliestFishIsLikelier') : '',
            })
          }}
        </h4>
        <ul>
          <li v-for="report in group.reports.slice(0, SHOWN)" :key="report.id">
            <b class="figures">{{ report.number_as_read }}</b>, {{ dateText(report.caught_on) }}
            <template v-if="report.best_number">
              {{ t('office.importWaiting.mostLike') }}
              <b class="figures">{{ report.best_number }}</b>,
              {{ percent(report.share!) }}
            </template>
            <template v-else>{{ t('office.importWaiting.likeNoFishOfOurs') }}</template>
          </li>
          <li v-if="group.reports.length > SHOWN" class="soft">
            {{ t('office.importWaiting.andMore', { shown: group.reports.length - SHOWN }) }}
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
            {{ t('office.importWaiting.acceptTheLikeliestFishOf') }}
          </el-button>
          <el-button
            :loading="busy"
            :disabled="why.trim().length < 3"
            @click="decide(group, 'none_of_these')"
          >
            {{ t('office.importWaiting.noneIsAFishOf') }}
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
