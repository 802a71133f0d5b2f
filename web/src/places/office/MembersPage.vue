<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { api, type Schemas } from '@/api/client'
import { trouble, type Trouble } from '@/api/refusal'
import { shortDateText } from '@/format/units'
import DayField from '@/parts/DayField.vue'
import TroubleNote from '@/parts/TroubleNote.vue'
import VerdictMark from '@/parts/VerdictMark.vue'
import ManyAtOnce from './parts/ManyAtOnce.vue'
import OfficeNav from './parts/OfficeNav.vue'

type Member = Schemas['Members']['members'][number]
type Sent = Schemas['MemberSent'] & { email: string }
const members = ref<Member[] | null>(null)
const search = ref('')
const refusal = ref<Trouble | null>(null)
const editing = ref<{ id: string | null; sent: Sent } | null>(null)
const busy = ref(false)
const notice = ref('')

async function load() {
  try {
    members.value = (await api.members()).members
  } catch (thrown) {
    refusal.value = trouble(thrown)
  }
}
onMounted(load)

const shown = computed(() => {
  const wanted = search.value.trim().toLowerCase()
  const rank = { stop: 0, care: 1, ok: 2 }
  return (members.value ?? [])
    .filter(
      (member) =>
        !wanted ||
        `${member.name} ${member.email} ${member.permit_number}`.toLowerCase().includes(wanted),
    )
    .toSorted(
      (a, b) =>
        Number(b.active) - Number(a.active) ||
        rank[a.authorisation.verdict] - rank[b.authorisation.verdict] ||
        a.name.localeCompare(b.name),
    )
})
const blank = (): Sent => ({
  name: '',
  email: '',
  role: 'tagger',
  public_name: null,
  permit_number: null,
  permit_expires_on: null,
  trained: [],
  active: true,
})

function edit(member: Member | null) {
  refusal.value = null
  notice.value = ''
  kit.value = null
  address.value = member?.email ?? ''
  if (member)
    void act(async () => {
      const stock = await api.kit(member.id)
      if (editing.value?.id === member.id) kit.value = stock
    })
  editing.value = {
    id: member?.id ?? null,
    sent: member ? { ...blank(), ...member, email: member.email ?? '' } : blank(),
  }
}

/** What the cooperative gave to whom; and another address. */
const kit = ref<Schemas['MemberKit'] | null>(null)
const move = ref({ item: '', count: 1, note: '' })
const address = ref('')

async function act(act: () => Promise<void>) {
  busy.value = true
  refusal.value = null
  notice.value = ''
  try {
    await act()
  } catch (thrown) {
    refusal.value = trouble(thrown)
  } finally {
    busy.value = false
  }
}
const give = (sign: 1 | -1) =>
  act(async () => {
    const { item, count, note } = move.value
    kit.value = await api.moveKit(editing.value!.id!, {
      item: item.trim(),
      count: sign * count,
      note: note.trim() || null,
    })
    notice.value = `${count} × ${item.trim()} ${sign > 0 ? 'given' : 'came back'}.`
    move.value = { item: '', count: 1, note: '' }
  })
const changeAddress = () =>
  act(async () => {
    const email = address.value.trim()
    members.value = (await api.changeMemberAddress(editing.value!.id!, email)).members
    notice.value = `A letter with a link for a password went to ${email}; the old address was told.`
  })
const writeAgain = () =>
  act(async () => {
    members.value = (await api.sendMemberLetter(editing.value!.id!)).members
    notice.value = 'The letter with the link is on its way.'
  })

async function save() {
  const { id, sent } = editing.value!
  const { name, role, trained, active } = sent
  const body = {
    name,
    role,
    trained,
    active,
    public_name: sent.public_name || null,
    permit_number: sent.permit_number || null,
    permit_expires_on: sent.permit_expires_on || null,
  }
  busy.value = true
  refusal.value = null
  try {
    members.value = (
      id
        ? await api.changeMember(id, body)
        : await api.addMember({ ...body, email: sent.email.trim() })
    ).members
    notice.value = id
      ? `${name} is saved.`
      : `${name} is added. A letter to ${sent.email.trim()} carries a link for a password, good for seven days.`
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
    <header class="row-3">
      <h1>Members</h1>
      <input
        v-model="search"
        class="field slim"
        placeholder="Name, address, permit"
        aria-label="Search members"
      />
      <el-button type="primary" @click="edit(null)">Add a member</el-button>
    </header>
    <TroubleNote v-if="!editing" :trouble="refusal" />
    <ManyAtOnce
      kind="members"
      hint="A table with name and email, and where you have them role, public_name, permit_number, permit_expires_on (2027-05-31), trained (tagging; venting). Who is there already stays as they are; everybody new gets a letter with a link for a password."
      @stored="load"
    />
    <p v-if="notice" role="status" class="said">{{ notice }}</p>
    <el-skeleton v-if="!members && !refusal" :rows="8" animated />
    <form v-if="editing" class="sheet" @submit.prevent="save">
      <h2>{{ editing.id ? editing.sent.name : 'A new member' }}</h2>
      <TroubleNote :trouble="refusal" />
      <label
        >Name <input v-model="editing.sent.name" class="field" maxlength="120" required
      /></label>
      <label v-if="!editing.id"
        >E-mail; a letter there carries the link for a password
        <input v-model="editing.sent.email" class="field" type="email" required
      /></label>
      <label
        >Name for the public
        <input
          v-model="editing.sent.public_name"
          class="field"
          maxlength="60"
          placeholder="a volunteer tagger"
      /></label>
      <label
        >Role
        <select v-model="editing.sent.role" class="field">
          <option value="tagger">tagger</option>
          <option value="coordinator">coordinator</option>
        </select></label
      >
      <label
        >Permit number <input v-model="editing.sent.permit_number" class="field" maxlength="60"
      /></label>
      <label
        >Valid until <DayField v-model="editing.sent.permit_expires_on" label="Valid until"
      /></label>
      <fieldset>
        <legend>Trained for</legend>
        <el-checkbox-group v-model="editing.sent.trained"
          ><el-checkbox value="tagging">tagging</el-checkbox
          ><el-checkbox value="venting">venting</el-checkbox></el-checkbox-group
        >
      </fieldset>
      <el-checkbox v-if="editing.id" v-model="editing.sent.active"
        >active: may sign in and receive tags</el-checkbox
      >
      <div>
        <el-button native-type="submit" type="primary" :loading="busy">Save</el-button
        ><el-button @click="editing = null">Leave it</el-button>
      </div>
    </form>
    <section v-if="editing?.id" class="sheet more">
      <h2>Address and kit of {{ editing.sent.name }}</h2>
      <form class="line row-3 at-end" @submit.prevent="changeAddress">
        <label
          >Address to sign in with
          <input v-model="address" class="field" type="email" maxlength="254" required
        /></label>
        <el-button
          native-type="submit"
          :disabled="busy || !address.trim() || address.trim() === editing.sent.email"
          >Change it</el-button
        >
        <el-button :disabled="busy || !editing.sent.email" @click="writeAgain"
          >Send the letter with the link again</el-button
        >
      </form>
      <template v-if="kit">
        <p>
          Holds {{ kit.tags === 1 ? '1 tag' : `${kit.tags} tags`
          }}<template v-for="item in kit.held" :key="item.item"
            >, {{ item.count }} × {{ item.item }}</template
          ><template v-if="!kit.held.length"> and nothing else of the cooperative’s</template>.
        </p>
        <form class="line row-3 at-end" @submit.prevent="give(1)">
          <label
            >Item
            <input
              v-model="move.item"
              class="field"
              list="usual-kit"
              minlength="2"
              maxlength="60"
              required
          /></label>
          <datalist id="usual-kit">
            <option v-for="item in kit.usual" :key="item" :value="item" />
          </datalist>
          <label class="few"
            >How many
            <input
              v-model.number="move.count"
              class="field"
              type="number"
              min="1"
              max="100"
              required
          /></label>
          <label>Note <input v-model="move.note" class="field" maxlength="300" /></label>
          <el-button native-type="submit" :disabled="busy || move.item.trim().length < 2"
            >Give</el-button
          >
          <el-button :disabled="busy || move.item.trim().length < 2" @click="give(-1)"
            >Take back</el-button
          >
        </form>
        <ul v-if="kit.moves.length">
          <li v-for="(entry, index) in kit.moves" :key="index">
            {{ shortDateText(entry.at) }}: {{ Math.abs(entry.count) }} × {{ entry.item }}
            {{ entry.count > 0 ? 'given' : 'came back' }} by {{ entry.by
            }}<template v-if="entry.note">, {{ entry.note }}</template>
          </li>
        </ul>
      </template>
    </section>
    <div v-if="members" class="scroll" tabindex="0">
      <table v-cards class="list">
        <thead>
          <tr>
            <th>Name</th>
            <th>Role</th>
            <th>E-mail</th>
            <th>Permit</th>
            <th>Until</th>
            <th>Trained</th>
            <th>Standing</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="member in shown" :key="member.id" :class="{ off: !member.active }">
            <td>
              <button type="button" class="link" @click="edit(member)">{{ member.name }}</button>
            </td>
            <td>{{ member.role }}</td>
            <td>{{ member.email ?? 'no sign-in' }}</td>
            <td>{{ member.permit_number ?? 'none' }}</td>
            <td class="tabular nowrap">
              {{ member.permit_expires_on ? shortDateText(member.permit_expires_on) : '–' }}
            </td>
            <td>
              {{ member.trained.join(', ') || 'not yet' }}{{ ' '
              }}<RouterLink
                :to="`/office/members/${member.id}/practice`"
                :aria-label="`Practice of ${member.name}`"
                >practice</RouterLink
              >
            </td>
            <td>
              <span v-if="!member.active">not active</span
              ><span v-else class="standing"
                ><VerdictMark :verdict="member.authorisation.verdict" />{{
                  member.authorisation.text
                }}</span
              >
            </td>
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
.more {
  border-top-width: 3px;
}
.more > * {
  grid-column: 1 / -1;
}
.line label {
  flex: 1 1 180px;
}
.line .few {
  flex: 0 1 110px;
}
.said {
  padding: var(--gap-2) var(--gap-3);
  background: var(--kelp-soft);
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
