<script setup lang="ts">
import { v4 as uuid } from 'uuid'
import { onMounted, ref, shallowRef } from 'vue'
import { api, type Schemas } from '@/api/client'
import { door } from '@/api/door'
import { useAct } from '@/api/useAct'
import { dateText, localDate } from '@/format/units'
import DayField from '@/parts/DayField.vue'
import TroubleNote from '@/parts/TroubleNote.vue'
import PlanForm from '@/places/ready/parts/PlanForm.vue'
import { useSessionStore } from '@/stores/session'
import { t } from '@/words/door'

/** Meets to come; a coordinator plans one for all who come. */
type Meet = Schemas['Meet']
interface Draft {
  id: string
  name: string
  held_on: string
  is_open: boolean
  note: string
  plan: Schemas['Plan']
  /** Member id to the name of the crew; empty for who does not come. */
  crews: Record<string, string>
}
const session = useSessionStore()
const meets = shallowRef<Meet[] | null>(null)
const past = shallowRef<Meet[]>([])
function take(lists: { meets: Meet[]; past: Meet[] }) {
  meets.value = lists.meets
  past.value = lists.past
}
const draft = ref<Draft | null>(null)
const spots = shallowRef<Schemas['Spot'][]>([])
const species = shallowRef<Schemas['SpeciesName'][]>([])
const members = shallowRef<Schemas['Members']['members']>([])
const { busy, refusal, notice, run } = useAct()
onMounted(() => run(async () => take(await door.meets())))

async function known() {
  if (!members.value.length)
    members.value = (await api.members()).members.filter((member) => member.active)
  if (!species.value.length) species.value = (await api.species()).species
}
const plan = (meet: Meet | null) =>
  run(async () => {
    await known()
    const ready = await api.ready(localDate(), new AbortController().signal)
    spots.value = ready.spots
    const whole = meet ? await door.meet(meet.id) : null
    draft.value = {
      id: meet?.id ?? uuid(),
      name: meet?.name ?? '',
      held_on: meet?.held_on ?? localDate(),
      is_open: meet?.is_open ?? false,
      note: meet?.note ?? '',
      plan: whole?.plan ?? ready.plan,
      crews: Object.fromEntries((whole?.seats ?? []).map((seat) => [seat.member_id, seat.crew])),
    }
  })
const save = () =>
  run(async () => {
    const { id, crews, note, ...body } = draft.value!
    const seats = Object.entries(crews)
      .filter(([, crew]) => crew.trim())
      .map(([member_id, crew]) => ({ member_id, crew: crew.trim() }))
    take(await door.planMeet(id, { ...body, note: note.trim() || null, crews: seats }))
    draft.value = null
    notice.value = t('door.meets.saved')
  })
</script>

<template>
  <div class="page stack meets">
    <header class="row-3">
      <h1>{{ t('door.meets.title') }}</h1>
      <el-button v-if="session.isCoordinator" type="primary" :disabled="busy" @click="plan(null)">{{
        t('door.meets.planOne')
      }}</el-button>
    </header>
    <TroubleNote :trouble="refusal" />
    <p v-if="notice" role="status">{{ notice }}</p>
    <form v-if="draft" class="stack" @submit.prevent="save">
      <label
        >{{ t('door.meets.name') }}
        <input v-model="draft.name" class="field" minlength="3" maxlength="120" required
      /></label>
      <label
        >{{ t('door.meets.day') }} <DayField v-model="draft.held_on" :label="t('door.meets.day')"
      /></label>
      <PlanForm
        :plan="draft.plan"
        :spots="spots"
        :species="species"
        :fields="refusal?.fields ?? {}"
        :gauge="null"
        @change="draft.plan = { ...draft.plan, ...$event }"
      />
      <label
        >{{ t('door.meets.note') }}
        <textarea v-model="draft.note" class="field" rows="2" maxlength="1000"></textarea>
      </label>
      <el-checkbox v-model="draft.is_open">{{ t('door.meets.inThePublicCalendar') }}</el-checkbox>
      <fieldset class="stack-2">
        <legend>{{ t('door.meets.whoComes') }}</legend>
        <p class="soft">{{ t('door.meets.crewOrBoat') }}</p>
        <label v-for="member in members" :key="member.id" class="seat"
          >{{ member.name }}
          <input
            v-model="draft.crews[member.id]"
            class="field"
            list="crews"
            maxlength="60"
            :data-seat="member.name"
        /></label>
        <datalist id="crews">
          <option v-for="crew in new Set(Object.values(draft.crews))" :key="crew" :value="crew" />
        </datalist>
      </fieldset>
      <div>
        <el-button native-type="submit" type="primary" :loading="busy">{{
          t('door.meets.save')
        }}</el-button><el-button @click="draft = null">{{ t('door.meets.cancel') }}</el-button>
      </div>
    </form>
    <el-skeleton v-if="!meets && !refusal" :rows="4" animated />
    <p v-if="meets && !meets.length" class="soft">{{ t('door.meets.none') }}</p>
    <ol v-if="meets?.length" class="bare stack">
      <li v-for="meet in meets" :key="meet.id" class="entry meet">
        <RouterLink :to="`/meets/${meet.id}`"
          ><b>{{ meet.name }}</b></RouterLink
        >
        <p>
          {{ dateText(meet.held_on) }}, {{ meet.spot_name }}
          <b v-if="meet.closed_at">{{ t('door.meets.closed') }}</b>
        </p>
        <p class="soft">{{ meet.crews.map((crew) => crew.crew).join(', ') }}</p>
        <el-button v-if="session.isCoordinator && !meet.closed_at" @click="plan(meet)">{{
          t('door.meets.change')
        }}</el-button>
      </li>
    </ol>
    <section v-if="past.length">
      <h2>{{ t('door.meets.past') }}</h2>
      <ul class="bare stack-2">
        <li v-for="meet in past" :key="meet.id">
          {{ dateText(meet.held_on) }}, <b>{{ meet.name }}</b>
          <template v-if="session.isCoordinator"
            >:
            <a :href="`/api/meets/${meet.id}/report.pdf`">{{ t('door.meets.report') }}</a></template
          >
        </li>
      </ul>
    </section>
  </div>
</template>

<style scoped>
.meet p {
  margin: 2px 0;
}
.seat {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: var(--gap-2);
  align-items: center;
}
.field {
  width: 100%;
  min-height: 44px;
}
fieldset {
  border: 1px solid var(--line);
  border-radius: var(--round);
}
form {
  max-width: var(--width-form);
}
</style>
