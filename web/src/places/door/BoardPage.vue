<script setup lang="ts">
import { useIntervalFn } from '@vueuse/core'
import { onMounted, ref, shallowRef } from 'vue'
import type { Schemas } from '@/api/client'
import { door } from '@/api/door'
import { useAct } from '@/api/useAct'
import { dateText } from '@/format/units'
import TroubleNote from '@/parts/TroubleNote.vue'
import { useSessionStore } from '@/stores/session'
import { t } from '@/words/door'

/** The board at the ramp: who is where, and care; never a number of fish. */
const { meetId } = defineProps<{ meetId: string }>()
const EVERY_MS = 20_000
const session = useSessionStore()
const meet = shallowRef<Schemas['Meet'] | null>(null)
const because = ref('')
const { busy, refusal, run } = useAct()
const load = () => run(async () => void (meet.value = await door.board(meetId)))
onMounted(load)
useIntervalFn(() => void load(), EVERY_MS)
const close = () =>
  run(async () => void (meet.value = await door.closeMeet(meetId, because.value.trim())))
const shareText = (share: number | null | undefined) =>
  share === null || share === undefined ? t('door.board.tooFew') : t('door.board.share', { share })
</script>

<template>
  <div class="page narrow stack board">
    <TroubleNote :trouble="refusal" />
    <el-skeleton v-if="!meet && !refusal" :rows="6" animated />
    <template v-if="meet">
      <header>
        <h1>{{ meet.name }}</h1>
        <p class="soft">
          {{ dateText(meet.held_on) }}, {{ meet.spot_name }},
          {{ t('door.board.hours', { from: meet.from_hour, to: meet.to_hour }) }}
        </p>
      </header>
      <p v-if="meet.closed_at" class="closed" role="alert" data-testid="closed">
        <b>{{ t('door.board.closed') }}</b> {{ meet.closed_because }}
      </p>
      <p v-if="meet.note">{{ meet.note }}</p>
      <section>
        <h2>{{ t('door.board.care') }}</h2>
        <dl>
          <dt>{{ t('door.board.withinAir') }}</dt>
          <dd class="tabular">{{ shareText(meet.care?.within_air) }}</dd>
          <dt>{{ t('door.board.complete') }}</dt>
          <dd class="tabular">{{ shareText(meet.care?.complete) }}</dd>
        </dl>
      </section>
      <section>
        <h2>{{ t('door.board.crews') }}</h2>
        <ul class="bare stack-2">
          <li v-for="crew in meet.crews" :key="crew.crew">
            <b>{{ crew.crew }}:</b> {{ crew.names.join(', ') }}
          </li>
        </ul>
      </section>
      <form v-if="session.isCoordinator && !meet.closed_at" class="stack-2" @submit.prevent="close">
        <label
          >{{ t('door.board.closeBecause') }}
          <input v-model="because" class="field" minlength="3" maxlength="300" required
        /></label>
        <el-button native-type="submit" type="danger" :loading="busy">{{
          t('door.board.close')
        }}</el-button>
      </form>
      <a v-if="session.isCoordinator" :href="`/api/meets/${meet.id}/report.pdf`">{{
        t('door.board.report')
      }}</a>
      <RouterLink to="/meets">{{ t('door.board.allMeets') }}</RouterLink>
    </template>
  </div>
</template>

<style scoped>
.closed {
  padding: var(--gap-3);
  border: 3px solid var(--rust);
  border-radius: var(--round);
  font-size: 20px;
}
dl {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: var(--gap-2) var(--gap-4);
  margin: 0;
}
dd {
  margin: 0;
  font-size: 22px;
  font-weight: var(--weight-strong);
}
.field {
  width: 100%;
  min-height: 44px;
}
</style>
