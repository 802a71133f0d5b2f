<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import ChartBox from '@/parts/ChartBox.vue'
import { useSessionStore } from '@/stores/session'
import { t } from '@/words/water'
import { optionOf, type Answer } from '../charts'

/** One answer: its sentence, its picture and table, how it was worked out, and what it rests on. */
const props = defineProps<{ answer: Answer }>()
const emit = defineEmits<{ say: [key: string, holds: boolean, why: string] }>()
const router = useRouter()
const session = useSessionStore()
const isCoordinator = computed(() => session.member?.role === 'coordinator')
const fallen = computed(() =>
  props.answer.assumptions.filter((assumption) => assumption.holds === false),
)
const saying = ref<{ key: string; holds: boolean } | null>(null)
const why = ref('')
const hasPicture = computed(() => {
  const chart = props.answer.chart
  return Boolean(chart && (chart.points?.length || chart.line?.length || chart.bars?.length))
})

/** A point is a fish: its story is behind it. */
function open(data: unknown) {
  const key = Array.isArray(data) ? data[2] : null
  if (typeof key === 'string') void router.push(`/story/${key}`)
}
function say() {
  if (!saying.value || why.value.trim().length < 3) return
  emit('say', saying.value.key, saying.value.holds, why.value.trim())
  saying.value = null
  why.value = ''
}
</script>

<template>
  <article class="answer" :class="{ fallen: fallen.length }" :data-answer="answer.key">
    <ChartBox
      v-if="answer.chart && hasPicture"
      :title="answer.title"
      :says="answer.sentence ?? answer.missing ?? ''"
      :name="answer.key"
      :columns="answer.columns"
      :rows="answer.rows"
      :option="optionOf(answer.chart)"
      :height="answer.chart.kind === 'forest' ? 320 : 280"
      @pick="open"
    />
    <template v-else>
      <h2>{{ answer.title }}</h2>
      <p>{{ answer.sentence ?? answer.missing }}</p>
      <div v-if="answer.rows.length" class="scroll">
        <table v-cards class="list">
          <thead>
            <tr>
              <th v-for="column in answer.columns" :key="column">{{ column }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="(row, index) in answer.rows" :key="index">
              <td v-for="(value, place) in row" :key="place" class="tabular">{{ value ?? '–' }}</td>
            </tr>
          </tbody>
        </table>
      </div>
    </template>
    <p v-for="assumption in fallen" :key="assumption.key" class="doubt">
      <b>{{ t('water.answerCard.doNotRelyOnThis') }}</b>
      {{
        t('water.answerCard.doesNotHold', {
          assumption: assumption.text,
          why: assumption.why,
          by: assumption.by,
        })
      }}
    </p>
    <details>
      <summary>{{ t('water.answerCard.howItWasCalculatedAnd') }}</summary>
      <p>
        {{ answer.worked_out
        }}<template v-if="answer.source">
          {{ t('water.answerCard.source', { source: answer.source }) }}</template
        >
      </p>
      <p>{{ t('water.answerCard.count', { n: answer.n }) }}</p>
      <ul>
        <li v-for="assumption in answer.assumptions" :key="assumption.key">
          {{ assumption.text }}
          <span class="soft">{{
            assumption.holds === null
              ? t('water.answerCard.nobodyHasCheckedThisYet')
              : t('water.answerCard.says', {
                  hold: assumption.holds
                    ? t('water.answerCard.holds')
                    : t('water.answerCard.assumptionFails'),
                  by: assumption.by,
                  why: assumption.why,
                })
          }}</span>
          <template v-if="isCoordinator && saying?.key !== assumption.key">
            <button
              type="button"
              class="link"
              @click="saying = { key: assumption.key, holds: true }"
            >
              {{ t('water.answerCard.itHolds') }}
            </button>
            <button
              type="button"
              class="link"
              @click="saying = { key: assumption.key, holds: false }"
            >
              {{ t('water.answerCard.itDoesNotHold') }}
            </button>
          </template>
          <form v-else-if="isCoordinator" class="say row" @submit.prevent="say">
            <input
              v-model="why"
              class="field"
              maxlength="500"
              :aria-label="
                t('water.answerCard.whyIt', {
                  hold: saying?.holds ? 'holds' : t('water.answerCard.failsInLabel'),
                })
              "
              :placeholder="
                t('water.answerCard.whyIt', {
                  hold: saying?.holds ? 'holds' : t('water.answerCard.failsInLabel'),
                })
              "
            />
            <el-button native-type="submit" :disabled="why.trim().length < 3">{{
              t('water.answerCard.save')
            }}</el-button>
            <button type="button" class="link" @click="saying = null">
              {{ t('water.answerCard.cancel') }}
            </button>
          </form>
        </li>
      </ul>
    </details>
  </article>
</template>

<style scoped>
.answer {
  display: grid;
  gap: var(--gap-2);
  align-content: start;
  min-width: 0;
  padding-bottom: var(--gap-3);
  border-bottom: 1px solid var(--line);
}
.fallen :deep(.chart) {
  opacity: 0.35;
}
.doubt {
  padding-left: var(--gap-2);
  border-left: 4px solid var(--rust);
}
.answer li .link {
  margin-left: 8px;
}
.say .field {
  flex: 1 1 240px;
}
</style>
