<script setup lang="ts">
import { storeToRefs } from 'pinia'
import { ref } from 'vue'
import { useRouter } from 'vue-router'
import { api } from '@/api/client'
import { trouble, type Trouble } from '@/api/refusal'
import { dates, type Dates } from '@/format/units'
import TroubleNote from '@/parts/TroubleNote.vue'
import { useSessionStore } from '@/stores/session'
import BeForgotten from './parts/BeForgotten.vue'
import OwnAddress from './parts/OwnAddress.vue'
import OwnSessions from './parts/OwnSessions.vue'
import SecondFactor from './parts/SecondFactor.vue'

const session = useSessionStore()
const { member } = storeToRefs(session)
const router = useRouter()
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

async function leave() {
  try {
    await session.signOut()
    await router.push('/sign-in')
  } catch (thrown) {
    refusal.value = trouble(thrown)
  }
}
</script>

<template>
  <div v-if="member" class="page narrow you">
    <h1>{{ member.name }}</h1>
    <p class="soft">
      {{ member.role }}. Fish that wait on this device to be sent stay here when you sign out.
    </p>
    <p><RouterLink to="/practice">Practice</RouterLink>: drawn fish, and how far you are.</p>
    <el-button size="large" @click="leave">Sign out</el-button>
    <fieldset class="units">
      <legend>Lengths, weights and temperatures</legend>
      <label
        ><input
          type="radio"
          name="units"
          value="metric"
          :checked="session.units === 'metric'"
          @change="choose({ units: 'metric' })"
        />
        centimetres, kilograms, °C</label
      >
      <label
        ><input
          type="radio"
          name="units"
          value="imperial"
          :checked="session.units === 'imperial'"
          @change="choose({ units: 'imperial' })"
        />
        inches, pounds, °F</label
      >
    </fieldset>
    <fieldset class="units">
      <legend>Days and hours</legend>
      <label v-for="(example, way) in DATES" :key="way"
        ><input
          type="radio"
          name="dates"
          :value="way"
          :checked="dates === way"
          @change="choose({ dates: way })"
        />
        {{ example }}</label
      >
    </fieldset>
    <el-form label-position="top" @submit.prevent="change">
      <h2>Change your password</h2>
      <TroubleNote :trouble="refusal" />
      <p v-if="done" role="status">It is changed. Other devices were signed out.</p>
      <el-form-item label="Password now" for="password" :error="refusal?.fields.password">
        <el-input
          id="password"
          v-model="password"
          type="password"
          autocomplete="current-password"
          show-password
        />
      </el-form-item>
      <el-form-item
        label="New password, at least 10 characters"
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
      <el-button native-type="submit" type="primary" :disabled="!password || !newPassword"
        >Change it</el-button
      >
    </el-form>
    <SecondFactor />
    <OwnSessions />
    <OwnAddress />
    <BeForgotten v-if="!session.isCoordinator" />
  </div>
</template>

<style scoped>
.you {
  display: grid;
  gap: var(--gap-4);
  justify-items: start;
}
.units {
  display: grid;
  gap: var(--gap-2);
  border: 1px solid var(--line);
  border-radius: var(--round);
}
.units label {
  min-height: 32px;
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
