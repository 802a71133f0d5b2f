<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { api, type Schemas } from '@/api/client'
import { trouble, type Trouble } from '@/api/refusal'
import TroubleNote from '@/parts/TroubleNote.vue'
import VerdictMark from '@/parts/VerdictMark.vue'
import OfficeNav from './parts/OfficeNav.vue'

type Member = Schemas['Members']['members'][number]
type Sent = Schemas['MemberSent'] & { email: string }
const members = ref<Member[] | null>(null)
const search = ref('')
const refusal = ref<Trouble | null>(null)
const editing = ref<{ id: string | null; sent: Sent } | null>(null)
const busy = ref(false)

onMounted(async () => {
  try {
    members.value = (await api.members()).members
  } catch (thrown) {
    refusal.value = trouble(thrown)
  }
})

const shown = computed(() => {
  const wanted = search.value.trim().toLowerCase()
  const rank = { stop: 0, care: 1, ok: 2 }
  return (members.value ?? [])
    .filter((one) => !wanted || `${one.name} ${one.email} ${one.permit_number}`.toLowerCase().includes(wanted))
    .toSorted((a, b) => Number(b.active) - Number(a.active) || rank[a.authorisation.verdict] - rank[b.authorisation.verdict] || a.name.localeCompare(b.name))
})
const blank = (): Sent => ({ name: '', email: '', role: 'tagger', public_name: null, permit_number: null, permit_expires_on: null, trained: [], active: true })

function edit(member: Member | null) {
  refusal.value = null
  editing.value = { id: member?.id ?? null, sent: member ? { ...blank(), ...member, email: member.email ?? '' } : blank() }
}

async function save() {
  const { id, sent } = editing.value!
  const { name, role, trained, active } = sent
  const body = { name, role, trained, active, public_name: sent.public_name || null, permit_number: sent.permit_number || null, permit_expires_on: sent.permit_expires_on || null }
  busy.value = true
  refusal.value = null
  try {
    members.value = (id ? await api.changeMember(id, body) : await api.addMember({ ...body, email: sent.email.trim() })).members
    editing.value = null
  } catch (thrown) {
    refusal.value = trouble(thrown)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <div class="page members">
    <OfficeNav />
    <header>
      <h1>Members</h1>
      <input v-model="search" class="field slim" placeholder="Name, address, permit" aria-label="Search members" />
      <el-button type="primary" @click="edit(null)">Add a member</el-button>
    </header>
    <TroubleNote v-if="!editing" :trouble="refusal" />
    <el-skeleton v-if="!members && !refusal" :rows="8" animated />
    <form v-if="editing" class="sheet" @submit.prevent="save">
      <h2>{{ editing.id ? editing.sent.name : 'A new member' }}</h2>
      <TroubleNote :trouble="refusal" />
      <label>Name <input v-model="editing.sent.name" class="field" maxlength="120" required /></label>
      <label v-if="!editing.id">E-mail; a letter tells them how to set a password <input v-model="editing.sent.email" class="field" type="email" required /></label>
      <label>Name for the public <input v-model="editing.sent.public_name" class="field" maxlength="60" placeholder="a volunteer tagger" /></label>
      <label>Role <select v-model="editing.sent.role" class="field"><option value="tagger">tagger</option><option value="coordinator">coordinator</option></select></label>
      <label>Permit number <input v-model="editing.sent.permit_number" class="field" maxlength="60" /></label>
      <label>Valid until <input v-model="editing.sent.permit_expires_on" class="field" type="date" /></label>
      <fieldset>
        <legend>Trained for</legend>
        <el-checkbox-group v-model="editing.sent.trained"><el-checkbox value="tagging">tagging</el-checkbox><el-checkbox value="venting">venting</el-checkbox></el-checkbox-group>
      </fieldset>
      <el-checkbox v-if="editing.id" v-model="editing.sent.active">active: may sign in and receive tags</el-checkbox>
      <div><el-button native-type="submit" type="primary" :loading="busy">Save</el-button><el-button @click="editing = null">Leave it</el-button></div>
    </form>
    <div v-if="members" class="scroll" tabindex="0">
      <table class="list">
        <thead><tr><th>Name</th><th>Role</th><th>E-mail</th><th>Permit</th><th>Until</th><th>Trained</th><th>Standing</th></tr></thead>
        <tbody>
          <tr v-for="one in shown" :key="one.id" :class="{ off: !one.active }">
            <td><button type="button" class="link" @click="edit(one)">{{ one.name }}</button></td>
            <td>{{ one.role }}</td>
            <td>{{ one.email ?? 'no sign-in' }}</td>
            <td>{{ one.permit_number ?? 'none' }}</td>
            <td class="tabular nowrap">{{ one.permit_expires_on ?? '–' }}</td>
            <td>{{ one.trained.join(', ') || 'not yet' }}</td>
            <td><span v-if="!one.active">not active</span><span v-else class="standing"><VerdictMark :verdict="one.authorisation.verdict" />{{ one.authorisation.verdict === 'ok' ? 'may tag' : one.authorisation.text }}</span></td>
          </tr>
        </tbody>
      </table>
      <p v-if="!shown.length" class="soft">Nobody fits “{{ search }}”.</p>
    </div>
  </div>
</template>

<style scoped>
.members {
  display: grid;
  gap: var(--gap-3);
  max-width: 1280px;
  align-content: start;
}
header {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-3);
  align-items: center;
}
.slim {
  width: 260px;
  min-height: 44px;
}
.sheet {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(240px, 1fr));
  gap: var(--gap-3);
  padding: var(--gap-4);
  background: var(--sheet);
  border: 1px solid var(--line);
  border-top: 8px solid var(--kelp);
  border-radius: var(--round);
}
.sheet h2,
.sheet .trouble {
  grid-column: 1 / -1;
}
.sheet label {
  font-size: 15px;
}
fieldset {
  border: 0;
  padding: 0;
  margin: 0;
}
.off {
  color: var(--ink-soft);
}
.standing {
  display: grid;
  grid-template-columns: 24px 1fr;
  gap: 4px;
}
</style>
