<script setup lang="ts">
import { computed, onMounted, ref, shallowRef, watch } from 'vue'
import { api } from '@/api/client'
import { useAct } from '@/api/useAct'
import { deviceText } from '@/format/device'
import { shortDateText, timeText } from '@/format/units'
import TroubleNote from '@/parts/TroubleNote.vue'
import { t } from '@/words/office'
import OfficeNav from './parts/OfficeNav.vue'

/** The security log: sign-ins, what was changed about accounts, and what was refused. */
type Event = Awaited<ReturnType<typeof api.securityEvents>>['events'][number]
const KINDS: Record<string, string> = {
  signed_in: t('office.signIns.signedIn'),
  sign_in_failed: t('office.signIns.wrongPasswordOrAddress'),
  account_rests: t('office.signIns.lockedAfterWrongPasswords'),
  sign_in_while_resting: t('office.signIns.attemptWhileLocked'),
  signed_out: t('office.signIns.signedOut'),
  session_ended: t('office.signIns.signedOutFromAnotherDevice'),
  reset_asked: t('office.signIns.askedForAPasswordLetter'),
  password_not_confirmed: t('office.signIns.wrongPasswordWhenAskedAgain'),
  password_changed: t('office.signIns.changedThePassword'),
  password_reset: t('office.signIns.setAPasswordByLetter'),
  address_changed: t('office.signIns.changedTheAddress'),
  second_factor_set_up: t('office.signIns.setUpASecondFactor'),
  second_factor_given: t('office.signIns.gaveTheSecondFactor'),
  second_factor_failed: t('office.signIns.wrongSecondFactor'),
  second_factor_switched_off: t('office.signIns.switchedTheSecondFactorOff'),
  second_factor_dropped: t('office.signIns.secondFactorRemoved'),
}
const events = shallowRef<Event[] | null>(null)
const more = ref(false)
const kind = ref('')
const { busy, refusal, read } = useAct()
const last = computed(() => events.value?.at(-1))

const load = (before?: number) =>
  read(
    () =>
      api.securityEvents({
        kind: kind.value || undefined,
        before: before ? String(before) : undefined,
      }),
    (page) => {
      events.value = before ? [...(events.value ?? []), ...page.events] : page.events
      more.value = page.more
    },
  )
onMounted(() => load())
watch(kind, () => load())
</script>

<template>
  <div class="page stack">
    <OfficeNav />
    <header class="row-3">
      <h1>{{ t('office.signIns.signIns') }}</h1>
      <select v-model="kind" class="field slim" :aria-label="t('office.signIns.event')">
        <option value="">{{ t('office.signIns.everything') }}</option>
        <option v-for="(label, index) in KINDS" :key="index" :value="index">{{ label }}</option>
      </select>
    </header>
    <TroubleNote :trouble="refusal" />
    <el-skeleton v-if="!events && !refusal" :rows="6" animated />
    <p v-if="events && !events.length" class="soft">{{ t('office.signIns.noEventOfThisKind') }}</p>
    <div v-if="events?.length" class="scroll" tabindex="0">
      <table v-cards class="list">
        <thead>
          <tr>
            <th>{{ t('office.signIns.when') }}</th>
            <th>{{ t('office.signIns.who') }}</th>
            <th>{{ t('office.signIns.event') }}</th>
            <th>{{ t('office.signIns.from') }}</th>
            <th>{{ t('office.signIns.browser') }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="event in events" :key="event.id">
            <td class="nowrap tabular">{{ shortDateText(event.at) }}, {{ timeText(event.at) }}</td>
            <td>
              {{ event.who ?? t('office.signIns.noMember')
              }}<template v-if="event.by && event.by !== event.who">{{
                t('office.signIns.by', { by: event.by })
              }}</template>
            </td>
            <td>{{ KINDS[event.kind] ?? event.kind.replaceAll('_', ' ') }}</td>
            <td class="nowrap">{{ event.address ?? '–' }}</td>
            <td :title="event.agent ?? ''">{{ deviceText(event.agent) }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <el-button v-if="more && last" size="large" :loading="busy" @click="load(last.id)">{{
      t('office.signIns.showMore')
    }}</el-button>
    <p class="soft">
      {{ t('office.signIns.rowsAreOnlyAddedAnd') }}
    </p>
  </div>
</template>

<style scoped>
.slim {
  width: 300px;
  min-height: 44px;
}
</style>
