<script setup lang="ts">
import { onMounted, shallowRef } from 'vue'
import { api } from '@/api/client'
import { useAct } from '@/api/useAct'
import { deviceText } from '@/format/device'
import { shortDateText, timeText } from '@/format/units'
import TroubleNote from '@/parts/TroubleNote.vue'
import { t } from '@/words/people'

type Session = Awaited<ReturnType<typeof api.sessions>>['sessions'][number]
const sessions = shallowRef<Session[]>([])
const { busy, refusal, run } = useAct()

onMounted(() => run(async () => void (sessions.value = (await api.sessions()).sessions)))
const end = (number: number) =>
  run(async () => void (sessions.value = (await api.endSession(number)).sessions))
</script>

<template>
  <section class="sessions" aria-labelledby="sessions">
    <h2 id="sessions">{{ t('people.ownSessions.whereYouAreSignedIn') }}</h2>
    <TroubleNote :trouble="refusal" />
    <ul class="bare">
      <li v-for="session in sessions" :key="session.number">
        <span>
          <b>{{ deviceText(session.agent) }}</b><template v-if="session.current">{{
            t('people.ownSessions.thisDevice')
          }}</template
          ><br />
          <span class="soft">
            {{
              t('people.ownSessions.lastUsed', {
                last_use: shortDateText(session.last_use),
                last_use2: timeText(session.last_use),
              })
            }}<template v-if="session.address">{{
              t('people.ownSessions.from', { address: session.address })
            }}</template>
          </span>
        </span>
        <el-button v-if="!session.current" :loading="busy" @click="end(session.number)">{{
          t('people.ownSessions.signOutThere')
        }}</el-button>
      </li>
    </ul>
  </section>
</template>

<style scoped>
.sessions {
  display: grid;
  gap: var(--gap-2);
  width: 100%;
}
li {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-2);
  align-items: center;
  justify-content: space-between;
  padding: var(--gap-2) 0;
  border-bottom: 1px solid var(--line);
}
</style>
