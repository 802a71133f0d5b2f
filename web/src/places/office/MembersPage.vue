<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { api, type Schemas } from '@/api/client'
import { trouble, type Trouble } from '@/api/refusal'
import { shortDateText } from '@/format/units'
import DayField from '@/parts/DayField.vue'
import TroubleNote from '@/parts/TroubleNote.vue'
import VerdictMark from '@/parts/VerdictMark.vue'
import { t } from '@/words/office'
import JoinList from '@/places/door/parts/JoinList.vue'
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
/** Who may go along with a new member. */
const mentors = computed(() =>
  (members.value ?? []).filter((member) => member.active && member.id !== editing.value?.id),
)
const blank = (): Sent => ({
  name: '',
  email: '',
  role: 'tagger',
  public_name: null,
  permit_number: null,
  permit_expires_on: null,
  trained: [],
  active: true,
  mentor_id: null,
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
    notice.value = `${count} × ${item.trim()} ${sign > 0 ? t('office.members.issued') : t('office.members.returned')}.`
    move.value = { item: '', count: 1, note: '' }
  })
const changeAddress = () =>
  act(async () => {
    const email = address.value.trim()
    members.value = (await api.changeMemberAddress(editing.value!.id!, email)).members
    notice.value = t('office.members.aLetterWithALink', { email })
  })
const writeAgain = () =>
  act(async () => {
    members.value = (await api.sendMemberLetter(editing.value!.id!)).members
    notice.value = t('office.members.theLetterWithTheLink')
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
    mentor_id: sent.mentor_id || null,
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
      ? t('office.members.isSaved', { name })
      : t('office.members.isAddedALetterTo', { name, trim: sent.email.trim() })
    editing.value = null
  } catch (thrown) {
    refusal.value = trouble(thrown)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <div class="page breadth members">
    <OfficeNav />
    <header class="row-3">
      <h1>{{ t('office.members.members') }}</h1>
      <input
        v-model="search"
        class="field slim"
        :placeholder="t('office.members.nameAddressPermit')"
        :aria-label="t('office.members.searchMembers')"
      />
      <el-button type="primary" @click="edit(null)">{{ t('office.members.addMember') }}</el-button>
    </header>
    <TroubleNote v-if="!editing" :trouble="refusal" />
    <JoinList @joined="load" />
    <ManyAtOnce kind="members" :hint="t('office.members.aTableWithNameAnd')" @stored="load" />
    <p v-if="notice" role="status" class="said">{{ notice }}</p>
    <el-skeleton v-if="!members && !refusal" :rows="8" animated />
    <form v-if="editing" class="sheet" @submit.prevent="save">
      <h2>{{ editing.id ? editing.sent.name : t('office.members.newMember') }}</h2>
      <TroubleNote :trouble="refusal" />
      <label
        >{{ t('office.members.name') }}
        <input v-model="editing.sent.name" class="field" maxlength="120" required
      /></label>
      <label v-if="!editing.id"
        >{{ t('office.members.eMailALetterThere') }}
        <input v-model="editing.sent.email" class="field" type="email" required
      /></label>
      <label
        >{{ t('office.members.publicName') }}
        <input
          v-model="editing.sent.public_name"
          class="field"
          maxlength="60"
          :placeholder="t('office.members.aVolunteerTagger')"
      /></label>
      <label
        >{{ t('office.members.role') }}
        <select v-model="editing.sent.role" class="field">
          <option value="tagger">{{ t('office.members.tagger') }}</option>
          <option value="coordinator">{{ t('office.members.coordinator') }}</option>
        </select></label
      >
      <label
        >{{ t('office.members.mentor') }}
        <select v-model="editing.sent.mentor_id" class="field">
          <option :value="null">{{ t('office.members.noMentor') }}</option>
          <option v-for="member in mentors" :key="member.id" :value="member.id">
            {{ member.name }}
          </option>
        </select></label
      >
      <label
        >{{ t('office.members.permitNumber') }}
        <input v-model="editing.sent.permit_number" class="field" maxlength="60"
      /></label>
      <label
        >{{ t('office.members.validUntil') }}
        <DayField v-model="editing.sent.permit_expires_on" :label="t('office.members.validUntil')"
      /></label>
      <fieldset>
        <legend>{{ t('office.members.trainedFor') }}</legend>
        <el-checkbox-group v-model="editing.sent.trained"
          ><el-checkbox value="tagging">{{ t('office.members.tagging') }}</el-checkbox
          ><el-checkbox value="venting">{{
            t('office.members.venting')
          }}</el-checkbox></el-checkbox-group
        >
      </fieldset>
      <el-checkbox v-if="editing.id" v-model="editing.sent.active">{{
        t('office.members.activeMaySignInAnd')
      }}</el-checkbox>
      <div>
        <el-button native-type="submit" type="primary" :loading="busy">{{
          t('office.members.saveMember')
        }}</el-button><el-button @click="editing = null">{{
          t('office.members.cancel')
        }}</el-button>
      </div>
    </form>
    <section v-if="editing?.id" class="sheet more">
      <h2>{{ t('office.members.addressAndKitOf', { name: editing.sent.name }) }}</h2>
      <form class="line row-3 at-end" @submit.prevent="changeAddress">
        <label
          >{{ t('office.members.eMailForSigningIn') }}
          <input v-model="address" class="field" type="email" maxlength="254" required
        /></label>
        <el-button
          native-type="submit"
          :disabled="busy || !address.trim() || address.trim() === editing.sent.email"
          >{{ t('office.members.changeAddress') }}</el-button
        >
        <el-button :disabled="busy || !editing.sent.email" @click="writeAgain">{{
          t('office.members.sendTheLetterWithThe')
        }}</el-button>
      </form>
      <template v-if="kit">
        <p>
          {{
            t('office.members.holds', {
              tags:
                kit.tags === 1
                  ? t('office.members.oneTag')
                  : t('office.members.tags', { tags: kit.tags }),
            })
          }}<template v-for="item in kit.held" :key="item.item"
            >, {{ item.count }} × {{ item.item }}</template
          ><template v-if="!kit.held.length">
            {{ t('office.members.andNothingElseOfThe') }}</template
          >.
        </p>
        <form class="line row-3 at-end" @submit.prevent="give(1)">
          <label
            >{{ t('office.members.item') }}
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
            >{{ t('office.members.howMany') }}
            <input
              v-model.number="move.count"
              class="field"
              type="number"
              min="1"
              max="100"
              required
          /></label>
          <label
            >{{ t('office.members.note') }}
            <input v-model="move.note" class="field" maxlength="300"
          /></label>
          <el-button native-type="submit" :disabled="busy || move.item.trim().length < 2">{{
            t('office.members.issueItem')
          }}</el-button>
          <el-button :disabled="busy || move.item.trim().length < 2" @click="give(-1)">{{
            t('office.members.recordReturn')
          }}</el-button>
        </form>
        <ul v-if="kit.moves.length">
          <li v-for="(entry, index) in kit.moves" :key="index">
            {{
              t('office.members.by', {
                at: shortDateText(entry.at),
                count: Math.abs(entry.count),
                item: entry.item,
                back: entry.count > 0 ? t('office.members.issued') : t('office.members.returned'),
                by: entry.by,
              })
            }}<template v-if="entry.note">, {{ entry.note }}</template>
          </li>
        </ul>
      </template>
    </section>
    <div v-if="members" class="scroll" tabindex="0">
      <table v-cards class="list">
        <thead>
          <tr>
            <th>{{ t('office.members.name') }}</th>
            <th>{{ t('office.members.role') }}</th>
            <th>{{ t('office.members.eMail') }}</th>
            <th>{{ t('office.members.permit') }}</th>
            <th>{{ t('office.members.until') }}</th>
            <th>{{ t('office.members.trained') }}</th>
            <th>{{ t('office.members.status') }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="member in shown" :key="member.id" :class="{ off: !member.active }">
            <td>
              <button type="button" class="link" @click="edit(member)">{{ member.name }}</button>
            </td>
            <td>{{ member.role }}</td>
            <td>{{ member.email ?? t('office.members.noSignIn') }}</td>
            <td>{{ member.permit_number ?? t('office.members.none') }}</td>
            <td class="tabular nowrap">
              {{ member.permit_expires_on ? shortDateText(member.permit_expires_on) : '–' }}
            </td>
            <td>
              {{ member.trained.join(', ') || t('office.members.notYet') }}{{ ' '
              }}<RouterLink
                :to="`/office/members/${member.id}/practice`"
                :aria-label="t('office.members.practiceOf', { name: member.name })"
                >{{ t('office.members.practice') }}</RouterLink
              >
            </td>
            <td>
              <span v-if="!member.active">{{ t('office.members.notActive') }}</span><span
                v-else
                class="standing"
                ><VerdictMark :verdict="member.authorisation.verdict" />{{
                  member.authorisation.text
                }}</span
              >
            </td>
          </tr>
        </tbody>
      </table>
      <p v-if="!shown.length" class="soft">{{ t('office.members.noMemberFits', { search }) }}</p>
    </div>
  </div>
</template>

<style scoped>
.members {
  display: grid;
  gap: var(--gap-3);
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
