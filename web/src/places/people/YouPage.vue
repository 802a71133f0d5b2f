<script setup lang="ts">
import { storeToRefs } from 'pinia'
import { ref } from 'vue'
import { api } from '@/api/client'
import { trouble, type Trouble } from '@/api/refusal'
import { unsentOf } from '@/offline/leaving'
import { dates, type Dates, type Units } from '@/format/units'
import TroubleNote from '@/parts/TroubleNote.vue'
import { useLookStore, type Hand } from '@/stores/look'
import { useSessionStore } from '@/stores/session'
import { t } from '@/words/people'
import BeForgotten from './parts/BeForgotten.vue'
import OwnAddress from './parts/OwnAddress.vue'
import HearingBack from './parts/HearingBack.vue'
import PublicName from './parts/PublicName.vue'
import RadioChoices from '@/parts/RadioChoices.vue'
import OwnSessions from './parts/OwnSessions.vue'
import SecondFactor from './parts/SecondFactor.vue'

const session = useSessionStore()
const { member } = storeToRefs(session)
const looks = useLookStore()
const UNITS: Record<Units, string> = {
  metric: t('people.you.centimetresKilogramsC'),
  imperial: t('people.you.inchesPoundsF'),
}
const HANDS: Record<Hand, string> = {
  right: t('people.you.rightHand'),
  left: t('people.you.leftHand'),
}
const password = ref('')
const newPassword = ref('')
const refusal = ref<Trouble | null>(null)
const done = ref(false)

async function change() {
  refusal.value = null
  done.value = false
  try {
    await api.changePassword({ password: password.value, new_password: newPassword.value })
    done.value = true
    password.value = newPassword.value = ''
  } catch (thrown) {
    refusal.value = trouble(thrown)
  }
}

/** What is stored stays in metric units; this is how it is read and typed. */
async function choose(reading: Parameters<typeof api.chooseReading>[0]) {
  try {
    await api.chooseReading(reading)
    await session.load()
  } catch (thrown) {
    refusal.value = trouble(thrown)
  }
}

const DATES: Record<Dates, string> = {
  day_first: '26 November 2026, 17:05',
  month_first: 'November 26, 2026, 05:05 PM',
  year_first: '2026-11-26, 17:05',
}

/** Fish and pictures of this member that the server has not had; asked before signing out. */
const unsent = ref<{ records: number; photos: number } | null>(null)

async function leave(isSure: boolean) {
  const waiting = await unsentOf(member.value!.id)
  unsent.value = waiting.records + waiting.photos > 0 && !isSure ? waiting : null
  if (unsent.value) return
  try {
    await session.signOut()
    // The queue of who left is gone from memory, too.
    location.assign('/sign-in')
  } catch (thrown) {
    refusal.value = trouble(thrown)
  }
}
</script>

<template>
  <div v-if="member" class="page narrow you">
    <h1>{{ member.name }}</h1>
    <p class="soft">
      {{ t('people.you.signingOutRemovesYourCards', { role: member.role }) }}
    </p>
    <p>
      <RouterLink to="/practice">{{ t('people.you.practice') }}</RouterLink>{{
        t('people.you.drawnFishAndYourProgress')
      }}
    </p>
    <div v-if="unsent" class="stack unsent" role="alert">
      <p>
        <b>{{
          t('people.you.fishAndPhotosAreNot', { records: unsent.records, photos: unsent.photos })
        }}</b>
        {{ t('people.you.theyCanStayOnThis') }}
      </p>
      <div class="choice">
        <RouterLink to="/deck">{{ t('people.you.sendThemFirst') }}</RouterLink>
        <button type="button" class="quiet" @click="leave(true)">
          {{ t('people.you.sealThemAndSignOut') }}
        </button>
        <button type="button" class="quiet" @click="unsent = null">
          {{ t('people.you.staySignedIn') }}
        </button>
      </div>
    </div>
    <el-button v-else size="large" @click="leave(false)">{{ t('people.you.signOut') }}</el-button>
    <RadioChoices
      :legend="t('people.you.lengthsWeightsAndTemperatures')"
      name="units"
      :choices="UNITS"
      :chosen="session.units"
      @choose="choose({ units: $event })"
    />
    <RadioChoices
      :legend="t('people.you.daysAndHours')"
      name="dates"
      :choices="DATES"
      :chosen="dates"
      @choose="choose({ dates: $event })"
    />
    <RadioChoices
      :legend="t('people.you.onTheDeckYouTap')"
      name="hand"
      :choices="HANDS"
      :chosen="looks.hand"
      @choose="looks.chooseHand($event)"
    />
    <HearingBack />
    <el-form label-position="top" @submit.prevent="change">
      <h2>{{ t('people.you.changeYourPassword') }}</h2>
      <TroubleNote :trouble="refusal" />
      <p v-if="done" role="status">{{ t('people.you.yourPasswordIsChangedOther') }}</p>
      <el-form-item
        :label="t('people.you.currentPassword')"
        for="password"
        :error="refusal?.fields.password"
      >
        <el-input
          id="password"
          v-model="password"
          type="password"
          autocomplete="current-password"
          show-password
        />
      </el-form-item>
      <el-form-item
        :label="t('people.you.newPassword')"
        for="new_password"
        :error="refusal?.fields.new_password"
      >
        <el-input
          id="new_password"
          v-model="newPassword"
          type="password"
          autocomplete="new-password"
          show-password
        />
      </el-form-item>
      <el-button native-type="submit" type="primary" :disabled="!password || !newPassword">{{
        t('people.you.changePassword')
      }}</el-button>
    </el-form>
    <PublicName />
    <SecondFactor />
    <OwnSessions />
    <OwnAddress />
    <BeForgotten v-if="!session.isCoordinator" />
  </div>
</template>

<style scoped>
.unsent .choice {
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: var(--gap-3);
}
.you {
  display: grid;
  gap: var(--gap-4);
  justify-items: start;
}
form,
.you > :deep(form) {
  width: 100%;
  display: grid;
  gap: var(--gap-3);
  justify-items: start;
}
form :deep(.el-form-item),
.you > :deep(form .el-form-item) {
  width: 100%;
}
</style>
