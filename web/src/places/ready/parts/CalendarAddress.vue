<script setup lang="ts">
import { ref } from 'vue'
import { api } from '@/api/client'
import { useAct } from '@/api/useAct'
import TroubleNote from '@/parts/TroubleNote.vue'
import { t } from '@/words/ready'

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
    <summary>{{ t('ready.calendarAddress.tripsInYourCalendar') }}</summary>
    <TroubleNote :trouble="refusal" />
    <p>
      <a href="/api/trips.ics">{{ t('ready.calendarAddress.calendarFile') }}</a>
      {{ t('ready.calendarAddress.ofTheTripsThatAre') }}
    </p>
    <p>
      {{ t('ready.calendarAddress.orAPrivateAddressThat') }}
    </p>
    <p v-if="address" class="stack">
      <input
        class="field"
        readonly
        :value="address"
        :aria-label="t('ready.calendarAddress.addressOfYourCalendar')"
        @focus="($event.target as HTMLInputElement).select()"
      />
      <span class="soft">{{ t('ready.calendarAddress.itIsShownOnlyOnce') }}</span>
    </p>
    <p v-else-if="shared">{{ t('ready.calendarAddress.youHaveAnAddressIt') }}</p>
    <p class="row">
      <el-button :loading="busy" @click="run(async () => show(await api.shareCalendar()))">
        {{
          shared
            ? t('ready.calendarAddress.makeANewAddressThe')
            : t('ready.calendarAddress.makeAddress')
        }}
      </el-button>
      <el-button
        v-if="shared"
        :loading="busy"
        @click="run(async () => show(await api.endCalendar()))"
      >
        {{ t('ready.calendarAddress.endAddress') }}
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
