<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { computed, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { dateText, localDate } from '@/format/units'
import FindingLine from '@/parts/FindingLine.vue'
import TagStreamer from '@/parts/TagStreamer.vue'
import DayField from '@/parts/DayField.vue'
import TroubleNote from '@/parts/TroubleNote.vue'
import VerdictMark from '@/parts/VerdictMark.vue'
import { t } from '@/words/ready'
import { ACT_STAGE } from '@/words/fish'
import { GO } from '@/words/verdict'
import NoticeList from '@/places/door/parts/NoticeList.vue'
import BudgetTable from './parts/BudgetTable.vue'
import CalendarAddress from './parts/CalendarAddress.vue'
import FirstSteps from './parts/FirstSteps.vue'
import KitCall from './parts/KitCall.vue'
import LandingView from './parts/LandingView.vue'
import PlanForm from './parts/PlanForm.vue'
import { useReady } from './useReady'

const route = useRoute()
const router = useRouter()
const on = computed({
  get: () =>
    typeof route.query.on === 'string' && /^\d{4}-\d\d-\d\d$/.test(route.query.on)
      ? route.query.on
      : localDate(),
  set: (day: string) => void router.replace({ query: day === localDate() ? {} : { on: day } }),
})
const {
  plan,
  outlook,
  first,
  spots,
  spot,
  gauge,
  ticks,
  species,
  refusal,
  loading,
  saving,
  history,
  cardUrl,
  load,
  change,
  undo,
  save,
  tick,
} = useReady(on)
const taking = ref(false)
const ROLE_STAGE: Record<string, string> = {
  ...ACT_STAGE,
  start: t('ready.ready.beforeTheFirstCast'),
}

const name = (code: string) =>
  species.value.find((species) => species.code === code)?.common_name ?? code
const isToday = computed(() => on.value === localDate())
const isPast = computed(() => on.value < localDate())

async function takeCard() {
  taking.value = true
  if (await save())
    await router.push({ path: '/deck', query: isToday.value ? {} : { on: on.value } })
  taking.value = false
}

useEventListener(window, 'keydown', (event) => {
  if (
    (event.ctrlKey || event.metaKey) &&
    event.key.toLowerCase() === 'z' &&
    !/^(INPUT|TEXTAREA)$/.test((event.target as HTMLElement).tagName)
  ) {
    event.preventDefault()
    undo()
  }
})
</script>

<template>
  <div class="page breadth ready">
    <header class="row-3">
      <h1>{{ t('ready.ready.ready') }}</h1>
      <label
        >{{ t('ready.ready.day') }}
        <DayField
          :label="t('ready.ready.day')"
          :model-value="on"
          @update:model-value="on = $event ?? localDate()"
      /></label>
      <span class="saving" role="status">{{
        saving === 'saved'
          ? t('ready.ready.saved')
          : saving === 'saving'
            ? t('ready.ready.saving')
            : t('ready.ready.notSavedSeeBelow')
      }}</span>
      <el-button size="small" :disabled="!history.length" @click="undo">{{
        t('ready.ready.undo')
      }}</el-button>
    </header>
    <TroubleNote :trouble="refusal" />
    <el-button v-if="refusal && !plan" @click="load">{{ t('ready.ready.tryAgain') }}</el-button>
    <el-skeleton v-if="loading && !plan" :rows="10" animated />
    <NoticeList />
    <FirstSteps v-if="first" :first="first" />
    <details v-if="outlook?.mend.length" class="mend stack-2" :open="!first">
      <summary>
        <h2>
          {{
            first
              ? t('ready.ready.alsoBeforeYouLeave', { count: outlook.mend.length })
              : t('ready.ready.fixBeforeYouLeave')
          }}
        </h2>
      </summary>
      <ul>
        <li v-for="finding in outlook.mend" :key="finding">{{ finding }}</li>
      </ul>
    </details>
    <div v-if="plan && outlook" class="columns">
      <PlanForm
        id="plan"
        class="plan"
        :plan="plan"
        :spots="spots"
        :species="species"
        :fields="refusal?.fields ?? {}"
        :gauge="gauge"
        @change="change"
      />

      <div class="follows stack-4" :class="{ busy: saving === 'saving' }" aria-live="polite">
        <section class="stack-2" :aria-label="t('ready.ready.goOrHold')">
          <h2>{{ t('ready.ready.whatTheWaterSays') }}</h2>
          <details
            v-for="verdict in outlook.verdicts"
            :key="verdict.species_code"
            class="verdict"
            :class="verdict.verdict"
            :open="verdict.verdict !== 'ok'"
          >
            <summary>
              <VerdictMark :verdict="verdict.verdict" /> <b>{{ name(verdict.species_code) }}</b>{{
                ' '
              }}
              <span>{{ GO[verdict.verdict] }}</span>
            </summary>
            <FindingLine
              v-for="finding in verdict.findings"
              :key="finding.key"
              :finding="finding"
            />
          </details>
        </section>

        <section class="stack-2" :aria-label="t('ready.ready.authorised')">
          <FindingLine :finding="outlook.authorisation" />
          <template v-if="outlook.lessons">
            <FindingLine :finding="outlook.lessons" />
            <p>
              <RouterLink to="/practice">{{ t('ready.ready.goToPractice') }}</RouterLink>
            </p>
          </template>
          <div class="pouch row-3">
            <TagStreamer
              v-if="outlook.tags.next_number && outlook.authorisation.verdict !== 'stop'"
              :number="outlook.tags.next_number"
            />
            <FindingLine :finding="outlook.tags.finding" />
          </div>
          <p v-if="outlook.tags.reorder" class="soft">
            {{ t('ready.ready.askForMoreTagsAt', { reorder_at: outlook.tags.reorder_at }) }}
          </p>
        </section>

        <BudgetTable :budgets="outlook.budgets" :name="name" />

        <section class="stack-2" :aria-label="t('ready.ready.tackle')">
          <h2>{{ t('ready.ready.tackleAndLanding') }}</h2>
          <FindingLine v-for="finding in outlook.tackle" :key="finding.key" :finding="finding" />
          <LandingView :landing="outlook.landing" />
        </section>

        <details v-if="outlook.roles.length" data-testid="roles">
          <summary>
            <h2>{{ t('ready.ready.whoDoesWhat') }}</h2>
          </summary>
          <div v-for="stage in outlook.roles" :key="stage.stage" class="stage-roles">
            <b>{{ ROLE_STAGE[stage.stage] }}</b>
            <ul class="bare">
              <li v-for="role in stage.roles" :key="role.role">
                <b>{{ role.name }}:</b> {{ role.lines.join(' ') }}
              </li>
            </ul>
          </div>
        </details>

        <section v-if="outlook.law.length" class="stack-2" :aria-label="t('ready.ready.law')">
          <h2>{{ t('ready.ready.theLawAsEntered') }}</h2>
          <div v-for="line in outlook.law" :key="line.species_code" class="law">
            <b>{{ name(line.species_code) }}</b>
            <FindingLine :finding="line.finding" />
            <small class="soft"
              >{{
                t('ready.ready.checked', {
                  authority: line.authority,
                  checked_on: dateText(line.checked_on),
                })
              }}
              <a v-if="line.link" :href="line.link" rel="noopener noreferrer">{{
                t('ready.ready.source')
              }}</a></small
            >
          </div>
        </section>

        <KitCall :kit="outlook.kit" :ticks="ticks" @tick="tick" />
      </div>
    </div>

    <CalendarAddress v-if="plan && outlook" />
    <footer v-if="plan && outlook" class="take">
      <p>
        <RouterLink to="/guide">{{ t('ready.ready.handlingGuide') }}</RouterLink> ·
        <RouterLink to="/practice">{{ t('ready.ready.practice') }}</RouterLink> ·
        <RouterLink to="/ready/locker">{{ t('ready.ready.kitLocker') }}</RouterLink> ·
        <RouterLink to="/meets">{{ t('ready.ready.meets') }}</RouterLink>
        <template v-if="cardUrl">
          ·
          <a :href="cardUrl" target="_blank" rel="noopener">{{
            t('ready.ready.cardOnPaper')
          }}</a></template
        >
      </p>
      <el-button
        class="oilskin"
        size="large"
        :loading="taking"
        :disabled="isPast"
        @click="takeCard"
        >{{
          isPast
            ? t('ready.ready.thisDayIsOver')
            : isToday
              ? t('ready.ready.takeThisCard')
              : t('ready.ready.takeTheCardFor', {
                  on: dateText(on),
                  name: spot ? `, ${spot.name}` : '',
                })
        }}</el-button
      >
    </footer>
  </div>
</template>

<style scoped>
.mend {
  padding: var(--gap-2) var(--gap-3);
  border: 2px solid var(--rust);
  border-radius: var(--round);
}
.mend h2 {
  display: inline;
  margin: 0;
  font-size: 18px;
}
.mend ul {
  margin: 0;
  padding-left: 20px;
}
.ready {
  display: grid;
  gap: var(--gap-3);
  align-content: start;
}
.day {
  width: auto;
  min-height: 44px;
}
.saving {
  color: var(--ink-soft);
  font-size: 15px;
}
.columns {
  display: grid;
  grid-template-columns: minmax(300px, 380px) minmax(0, 1fr);
  gap: var(--gap-5);
  align-items: start;
}
.plan {
  position: sticky;
  top: var(--gap-3);
  max-height: calc(100vh - 130px);
  overflow: auto;
  padding-right: var(--gap-2);
}
.verdict {
  border-left: 6px solid var(--kelp);
  background: var(--sheet);
  padding: var(--gap-2) var(--gap-3);
  border-radius: 0 var(--round) var(--round) 0;
}
.verdict.care {
  border-color: var(--oilskin);
}
.verdict.stop {
  border-color: var(--rust);
}
.verdict summary {
  display: flex;
  gap: var(--gap-3);
  align-items: center;
  min-height: 32px;
  cursor: pointer;
}
.verdict summary span:last-child {
  margin-left: auto;
  font-weight: var(--weight-strong);
}
.stage-roles {
  display: grid;
  grid-template-columns: 130px 1fr;
  gap: var(--gap-2);
  padding: 6px 0;
  border-top: 1px solid var(--line);
}
summary h2 {
  display: inline;
}
.law {
  display: grid;
  gap: 2px;
}
.take {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: space-between;
  gap: var(--gap-2) var(--gap-4);
  padding: var(--gap-3) 0;
  background: var(--paper);
  border-top: 1px solid var(--line);
}
.take .el-button {
  min-width: 260px;
  min-height: 58px;
  font-size: 20px;
  font-weight: var(--weight-strong);
}
@media (max-width: 860px) {
  .columns {
    grid-template-columns: 1fr;
  }
  .plan {
    position: static;
    max-height: none;
  }
  .take .el-button {
    width: 100%;
  }
}
/* On a phone it would lie over the fields. */
@media (min-width: 900px) {
  .take {
    position: sticky;
    bottom: 0;
  }
}
</style>
