<script setup lang="ts">
import { ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api } from '@/api/client'
import { useAct } from '@/api/useAct'
import AnimalDrawing from '@/drawings/AnimalDrawing.vue'
import TroubleNote from '@/parts/TroubleNote.vue'
import { useSessionStore } from '@/stores/session'
import { t } from '@/words/people'
import SecondFactorAsk from './parts/SecondFactorAsk.vue'

const { busy, refusal, run } = useAct()
const session = useSessionStore()
const router = useRouter()
const route = useRoute()
const email = ref('')
const password = ref('')
const letter = ref<string | null>(null)

const signIn = () =>
  run(async () => {
    await session.signIn(email.value.trim(), password.value)
    if (session.member) await enter()
  })

async function enter() {
  if (!session.member) await session.load()
  const then = String(route.query.then ?? '/')
  await router.replace(then.startsWith('/') && !then.startsWith('//') ? then : '/')
}

const sendLetter = () =>
  run(async () => {
    letter.value = (await api.requestPasswordReset({ email: email.value.trim() })).message
  })
</script>

<template>
  <div class="scene">
    <svg class="wave" viewBox="0 0 1200 40" preserveAspectRatio="none" aria-hidden="true">
      <path d="M0 20q75-24 150 0t150 0 150 0 150 0 150 0 150 0 150 0 150 0V40H0z" />
    </svg>
    <AnimalDrawing
      class="fish"
      guild="bass_like"
      :label="t('people.signIn.drawingOfAFishWith')"
      tagged
    />
    <div class="page breadth sign-in">
      <section class="words">
        <h1>{{ t('people.signIn.tagFishMeasureThemRelease') }}</h1>
        <p>
          {{ t('people.signIn.voucherRunsTheClockWhile') }}
        </p>
        <p>
          {{ t('people.signIn.foundATaggedFishYou') }}
          <RouterLink to="/report">{{ t('people.signIn.reportATag') }}</RouterLink>.
        </p>
      </section>
      <SecondFactorAsk v-if="session.secondFactor === 'asked'" @entered="enter" />
      <el-form v-else class="sheet" label-position="top" @submit.prevent="signIn">
        <h2>{{ t('people.signIn.signIn') }}</h2>
        <TroubleNote :trouble="refusal" />
        <p v-if="route.query.forgotten" role="status">
          {{ t('people.signIn.doneNothingHereNamesYou') }}
        </p>
        <p v-if="letter" role="status">{{ letter }}</p>
        <el-form-item :label="t('people.signIn.eMail')" for="email"
          ><el-input id="email" v-model="email" type="email" autocomplete="username" size="large"
        /></el-form-item>
        <el-form-item :label="t('people.signIn.password')" for="password">
          <el-input
            id="password"
            v-model="password"
            type="password"
            autocomplete="current-password"
            size="large"
            show-password
          />
        </el-form-item>
        <el-button
          native-type="submit"
          type="primary"
          size="large"
          :loading="busy"
          :disabled="!email || !password"
          >{{ t('people.signIn.signIn') }}</el-button
        >
        <el-button link type="primary" :disabled="!email || busy" @click="sendLetter">{{
          t('people.signIn.sendMeALetterTo')
        }}</el-button>
      </el-form>
    </div>
  </div>
</template>

<style scoped>
.scene {
  flex: 1;
  display: flex;
  position: relative;
  overflow: hidden;
  background: linear-gradient(to bottom, transparent 62%, var(--sea) 62%);
}
.wave {
  position: absolute;
  left: 0;
  width: 100%;
  height: 26px;
  bottom: 38%;
  fill: var(--sea);
}
.fish {
  position: absolute;
  width: 300px;
  left: 14%;
  bottom: 9%;
}
.sign-in {
  display: grid;
  grid-template-columns: 1fr minmax(320px, 420px);
  gap: var(--gap-5);
  align-items: center;
  flex: 1;
  position: relative;
}
.words {
  display: grid;
  gap: var(--gap-3);
  max-width: 30em;
  align-self: start;
  padding-top: 13vh;
}
.words h1 {
  font-size: 44px;
}
.sheet {
  display: grid;
  gap: var(--gap-3);
  padding: var(--gap-5);
  background: var(--sheet);
  border: 1px solid var(--line);
  border-radius: var(--round);
  border-top: 10px solid var(--kelp);
}
.sheet :deep(.el-form-item) {
  margin: 0;
}
.sheet :deep(.el-button + .el-button) {
  margin: 0;
  white-space: normal;
}
@media (max-width: 760px) {
  .fish {
    display: none;
  }
  .words {
    padding-top: 0;
  }
  .sign-in {
    grid-template-columns: 1fr;
    align-content: start;
  }
  .words h1 {
    font-size: 30px;
  }
  .sheet {
    padding: var(--gap-4);
  }
}
</style>
