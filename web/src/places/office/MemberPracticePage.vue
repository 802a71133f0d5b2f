<script setup lang="ts">
import { onMounted, reactive, shallowRef } from 'vue'
import { useRoute } from 'vue-router'
import { api } from '@/api/client'
import { practice, type Progress } from '@/api/practice'
import { useAct } from '@/api/useAct'
import { shortDateText } from '@/format/units'
import TroubleNote from '@/parts/TroubleNote.vue'
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
    <p><RouterLink to="/office/members">Members</RouterLink></p>
    <h1>Practice of {{ name }}</h1>
    <TroubleNote :trouble="refusal" />
    <el-skeleton v-if="!progress && !refusal" :rows="6" animated />
    <template v-if="progress">
      <table v-cards class="list">
        <thead>
          <tr>
            <th>skill</th>
            <th>tries</th>
            <th>about</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="skill in progress.skills" :key="skill.skill">
            <td>{{ skill.title }}</td>
            <td class="tabular">{{ skill.n }}</td>
            <td class="tabular">
              {{
                skill.mean === null
                  ? 'too few to say'
                  : `${skill.mean} of 100 (${skill.low} to ${skill.high})`
              }}
            </td>
          </tr>
        </tbody>
      </table>
      <section v-for="item in progress.items" :key="item.key">
        <h2>{{ item.title }}</h2>
        <p v-if="item.signed">
          Signed by {{ item.signed.by }} on {{ shortDateText(item.signed.signed_at) }}:
          {{ item.signed.note }}
        </p>
        <form v-else class="sign row-3 at-end" @submit.prevent="sign(item.key)">
          <p>{{ item.met ? 'The results show it.' : 'The results do not show it yet.' }}</p>
          <label>
            What you saw
            <input
              v-model="notes[item.key]"
              class="field"
              minlength="3"
              maxlength="300"
              required
              :data-item="item.key"
            />
          </label>
          <el-button native-type="submit" :loading="busy">Sign it</el-button>
        </form>
      </section>
      <p class="soft">
        Signing stays a person’s decision; whether somebody may tag stands on Members.
      </p>
    </template>
  </div>
</template>

<style scoped>
.sign p {
  flex-basis: 100%;
}
</style>
