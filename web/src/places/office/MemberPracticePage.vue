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
const told = shallowRef<Progress | null>(null)
const name = shallowRef('')
const notes = reactive<Record<string, string>>({})
const { busy, refusal, run } = useAct()
onMounted(() =>
  run(async () => {
    told.value = await practice.of(id)
    name.value = (await api.members()).members.find((one) => one.id === id)?.name ?? ''
  }),
)
const sign = (item: 'placing' | 'scenes') =>
  run(async () => void (told.value = await practice.sign(id, item, notes[item] ?? '')))
</script>

<template>
  <div class="page stack">
    <OfficeNav />
    <p><RouterLink to="/office/members">Members</RouterLink></p>
    <h1>Practice of {{ name }}</h1>
    <TroubleNote :trouble="refusal" />
    <el-skeleton v-if="!told && !refusal" :rows="6" animated />
    <template v-if="told">
      <table v-cards class="list">
        <thead>
          <tr>
            <th>skill</th>
            <th>tries</th>
            <th>about</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="one in told.skills" :key="one.skill">
            <td>{{ one.title }}</td>
            <td class="tabular">{{ one.n }}</td>
            <td class="tabular">
              {{
                one.mean === null
                  ? 'too few to say'
                  : `${one.mean} of 100 (${one.low} to ${one.high})`
              }}
            </td>
          </tr>
        </tbody>
      </table>
      <section v-for="one in told.items" :key="one.key">
        <h2>{{ one.title }}</h2>
        <p v-if="one.signed">
          Signed by {{ one.signed.by }} on {{ shortDateText(one.signed.signed_at) }}:
          {{ one.signed.note }}
        </p>
        <form v-else class="sign row-3 at-end" @submit.prevent="sign(one.key)">
          <p>{{ one.met ? 'The results show it.' : 'The results do not show it yet.' }}</p>
          <label>
            What you saw
            <input
              v-model="notes[one.key]"
              class="field"
              minlength="3"
              maxlength="300"
              required
              :data-item="one.key"
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
