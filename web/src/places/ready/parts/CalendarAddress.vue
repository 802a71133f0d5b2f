<script setup lang="ts">
import { ref } from 'vue'
import { api } from '@/api/client'
import { useAct } from '@/api/useAct'
import TroubleNote from '@/parts/TroubleNote.vue'

/** Trips in one's own calendar: as a file, or under a private address that it reads by itself. */
const shared = ref<boolean | null>(null)
const address = ref<string | null>(null)
const { busy, refusal, run } = useAct()
type Told = Awaited<ReturnType<typeof api.calendar>>

const show = (calendar: Told) => {
  shared.value = calendar.shared
  address.value = calendar.address
}
const look = (event: Event) => {
  if ((event.target as HTMLDetailsElement).open && shared.value === null)
    void run(async () => show(await api.calendar()))
}
</script>

<template>
  <details class="calendar" @toggle="look">
    <summary>Trips in your calendar</summary>
    <TroubleNote :trouble="refusal" />
    <p><a href="/api/trips.ics">Calendar file</a> of the trips that are planned now.</p>
    <p>
      Or a private address that your calendar reads by itself. Who has it sees where you fish: give
      it to nobody.
    </p>
    <p v-if="address" class="stack">
      <input
        class="field"
        readonly
        :value="address"
        aria-label="Address of your calendar"
        @focus="($event.target as HTMLInputElement).select()"
      />
      <span class="soft">It is shown this once.</span>
    </p>
    <p v-else-if="shared">There is one. It was shown when it was made.</p>
    <p class="row">
      <el-button :loading="busy" @click="run(async () => show(await api.shareCalendar()))">
        {{ shared ? 'Make another; the last one ends' : 'Make an address' }}
      </el-button>
      <el-button
        v-if="shared"
        :loading="busy"
        @click="run(async () => show(await api.endCalendar()))"
      >
        End it
      </el-button>
    </p>
  </details>
</template>

<style scoped>
.calendar {
  width: 100%;
}
.calendar summary {
  min-height: 44px;
  display: list-item;
  align-content: center;
  cursor: pointer;
}
.calendar .field {
  width: 100%;
}
.row {
  gap: var(--gap-2);
}
</style>
