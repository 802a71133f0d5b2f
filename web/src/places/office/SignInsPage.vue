<script setup lang="ts">
import { computed, onMounted, ref, shallowRef, watch } from 'vue'
import { api } from '@/api/client'
import { useAct } from '@/api/useAct'
import { deviceText } from '@/format/device'
import { shortDateText, timeText } from '@/format/units'
import TroubleNote from '@/parts/TroubleNote.vue'
import OfficeNav from './parts/OfficeNav.vue'

/** The security log: sign-ins, what was changed about accounts, and what was refused. */
type Event = Awaited<ReturnType<typeof api.securityEvents>>['events'][number]
const KINDS: Record<string, string> = {
  signed_in: 'signed in',
  sign_in_failed: 'wrong password or address',
  account_rests: 'account rests after wrong passwords',
  sign_in_while_resting: 'tried while the account rested',
  signed_out: 'signed out',
  session_ended: 'signed out from another device',
  reset_asked: 'asked for a letter',
  password_not_confirmed: 'gave a wrong password when asked once more',
  password_changed: 'changed the password',
  password_reset: 'set a password by letter',
  address_changed: 'changed the address',
  second_factor_set_up: 'set up a second factor',
  second_factor_given: 'gave the second factor',
  second_factor_failed: 'gave a wrong code',
  second_factor_switched_off: 'switched the second factor off',
  second_factor_dropped: 'second factor taken off',
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
      <h1>Sign-ins</h1>
      <select v-model="kind" class="field slim" aria-label="What">
        <option value="">Everything</option>
        <option v-for="(label, index) in KINDS" :key="index" :value="index">{{ label }}</option>
      </select>
    </header>
    <TroubleNote :trouble="refusal" />
    <el-skeleton v-if="!events && !refusal" :rows="6" animated />
    <p v-if="events && !events.length" class="soft">Nothing of this kind has happened yet.</p>
    <div v-if="events?.length" class="scroll" tabindex="0">
      <table v-cards class="list">
        <thead>
          <tr>
            <th>When</th>
            <th>Who</th>
            <th>What</th>
            <th>From</th>
            <th>With</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="event in events" :key="event.id">
            <td class="nowrap tabular">{{ shortDateText(event.at) }}, {{ timeText(event.at) }}</td>
            <td>
              {{ event.who ?? 'no member'
              }}<template v-if="event.by && event.by !== event.who">, by {{ event.by }}</template>
            </td>
            <td>{{ KINDS[event.kind] ?? event.kind.replaceAll('_', ' ') }}</td>
            <td class="nowrap">{{ event.address ?? '–' }}</td>
            <td :title="event.agent ?? ''">{{ deviceText(event.agent) }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <el-button v-if="more && last" size="large" :loading="busy" @click="load(last.id)"
      >Show more</el-button
    >
    <p class="soft">
      Rows are only ever added, and are sealed like the tags’ ledger. An address that fails again
      and again is not the member’s fault; a sign-in that its member does not know is a reason to
      set a new password.
    </p>
  </div>
</template>

<style scoped>
.slim {
  width: 300px;
  min-height: 44px;
}
</style>
