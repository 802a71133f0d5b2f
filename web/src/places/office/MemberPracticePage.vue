<script setup lang="ts">
import { onMounted, reactive, shallowRef } from 'vue'
import { useRoute } from 'vue-router'
import { api } from '@/api/client'
import { practice, type Progress } from '@/api/practice'
import { useAct } from '@/api/useAct'
import { shortDateText } from '@/format/units'
import TroubleNote from '@/parts/TroubleNote.vue'
import { t } from '@/words/office'
import OfficeNav from './parts/OfficeNav.vue'

/** How far a member has come, and what a coordinator signs of it. */
const id = String(useRoute().params['id'])
const progress = shallowRef<Progress | null>(null)
const name = shallowRef('')
const notes = reactive<Record<string, string>>({})
const { busy, refusal, run } = useAct()
onMounted(() =>
  run(async () => {
    progress.value = await practice.of(id)
    name.value = (await api.members()).members.find((member) => member.id === id)?.name ?? ''
  }),
)
const sign = (item: 'placing' | 'scenes') =>
  run(async () => void (progress.value = await practice.sign(id, item, notes[item] ?? '')))
</script>

<template>
  <div class="page stack">
    <OfficeNav />
    <p>
      <RouterLink to="/office/members">{{ t('office.memberPractice.members') }}</RouterLink>
    </p>
    <h1>{{ t('office.memberPractice.practiceOf', { name }) }}</h1>
    <TroubleNote :trouble="refusal" />
    <el-skeleton v-if="!progress && !refusal" :rows="6" animated />
    <template v-if="progress">
      <table v-cards class="list">
        <thead>
          <tr>
            <th>{{ t('office.memberPractice.skill') }}</th>
            <th>{{ t('office.memberPractice.attempts') }}</th>
            <th>{{ t('office.memberPractice.estimate') }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="skill in progress.skills" :key="skill.skill">
            <td>{{ skill.title }}</td>
            <td class="tabular">{{ skill.n }}</td>
            <td class="tabular">
              {{
                skill.mean === null
                  ? t('office.memberPractice.tooFewToSay')
                  : t('office.memberPractice.of100To', {
                      mean: skill.mean,
                      low: skill.low,
                      high: skill.high,
                    })
              }}
            </td>
          </tr>
        </tbody>
      </table>
      <section v-for="item in progress.items" :key="item.key">
        <h2>{{ item.title }}</h2>
        <p v-if="item.signed">
          {{
            t('office.memberPractice.signedByOn', {
              by: item.signed.by,
              signed_at: shortDateText(item.signed.signed_at),
              note: item.signed.note,
            })
          }}
        </p>
        <form v-else class="sign row-3 at-end" @submit.prevent="sign(item.key)">
          <p>
            {{
              item.met
                ? t('office.memberPractice.theResultsSupportIt')
                : t('office.memberPractice.theResultsDoNotSupport')
            }}
          </p>
          <label>
            {{ t('office.memberPractice.whatYouSaw') }}
            <input
              v-model="notes[item.key]"
              class="field"
              minlength="3"
              maxlength="300"
              required
              :data-item="item.key"
            />
          </label>
          <el-button native-type="submit" :loading="busy">{{
            t('office.memberPractice.signOff')
          }}</el-button>
        </form>
      </section>
      <p class="soft">
        {{ t('office.memberPractice.signingOffIsAPersons') }}
      </p>
    </template>
  </div>
</template>

<style scoped>
.sign p {
  flex-basis: 100%;
}
</style>
