<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { api, type Schemas } from '@/api/client'
import { trouble, type Trouble } from '@/api/refusal'
import { localDate } from '@/format/units'
import TroubleNote from '@/parts/TroubleNote.vue'
import { useSessionStore } from '@/stores/session'
import NumberField from './parts/NumberField.vue'

type Locker = Schemas['Locker']
const locker = ref<Locker | null>(null)
const refusal = ref<Trouble | null>(null)
const saved = ref(false)
/** What the cooperative gave. */
const kit = ref<Schemas['MemberKit'] | null>(null)
const session = useSessionStore()

onMounted(async () => {
  try {
    locker.value = (await api.ready(localDate(), new AbortController().signal)).locker
    kit.value = await api.kit(session.member!.id)
  } catch (thrown) {
    refusal.value = trouble(thrown)
  }
})

/** Every change saves itself. */
async function set(part: Locker) {
  locker.value = { ...locker.value, ...part }
  saved.value = false
  try {
    await api.keepLocker(locker.value)
    refusal.value = null
    saved.value = true
  } catch (thrown) {
    refusal.value = trouble(thrown)
  }
}

const NUMBERS: [keyof Locker, string][] = [
  ['net_hoop_mm', 'Net hoop, mm'],
  ['net_handle_m', 'Net handle, m'],
  ['board_mm', 'Board, mm'],
  ['tape_mm', 'Tape, mm'],
  ['scale_kg', 'Scale up to, kg'],
  ['cutters_mm', 'Cutters cut wire of, mm'],
  ['hook_wire_mm', 'Thickest hook wire in the box, mm'],
  ['rod_m', 'Rod, m'],
  ['rod_tilt_deg', 'Rod tilted back at the net, degrees'],
  ['line_kg', 'Line, breaking strain kg'],
  ['descender_kg', 'Descender weight, kg'],
  ['applicators', 'Tag applicators'],
  ['spare_needles', 'Spare needles'],
]
const numberOf = (key: keyof Locker) => (locker.value?.[key] ?? null) as number | null
const OWNED: [keyof Locker, string][] = [
  ['net_rubber', 'the net is knotless rubber'],
  ['hook_rusts', 'hooks rust away'],
  ['line_remover', 'line-guided hook remover'],
  ['sling', 'weighing sling'],
  ['cradle', 'cradle or stretcher'],
  ['bucket', 'bucket'],
  ['head_cover', 'wet head cover'],
  ['foam', 'foam'],
  ['gloves', 'smooth gloves'],
  ['release_tool', 'release tool'],
  ['jaw_spreaders', 'jaw spreaders'],
  ['venting_needle', 'venting needle'],
  ['antiseptic', 'antiseptic'],
  ['pencil_sheets', 'pencil and waterproof sheets'],
  ['camera', 'camera or phone'],
  ['towel', 'towel for hands'],
  ['first_aid', 'first aid'],
]
const oddForceps = ref('')
const forceps = (text: string) => {
  const lengths = text
    .split(/[ ,;]+/)
    .filter(Boolean)
    .map(Number)
  oddForceps.value = lengths.every((length) => length > 0) ? '' : text
  saved.value = false
  if (!oddForceps.value) void set({ forceps_mm: lengths })
}
</script>

<template>
  <div class="page narrow locker stack">
    <p><RouterLink to="/ready">Back to Ready</RouterLink></p>
    <h1>Kit locker</h1>
    <p class="soft">
      What you own, with its numbers. The kit call tests them against each plan.
      <span role="status">{{ saved ? 'Saved.' : '' }}</span>
    </p>
    <TroubleNote :trouble="refusal" />
    <el-skeleton v-if="!locker && !refusal" :rows="8" animated />
    <template v-if="locker">
      <div class="grid">
        <NumberField
          v-for="[key, label] in NUMBERS"
          :key="key"
          :label="label"
          :value="numberOf(key)"
          placeholder="not owned"
          :fault="refusal?.fields[key]"
          @change="set({ [key]: $event })"
        />
        <label
          >Forceps, lengths in mm
          <input
            class="field"
            :value="(locker.forceps_mm ?? []).join(', ')"
            placeholder="180, 300"
            @change="forceps(($event.target as HTMLInputElement).value)"
          />
          <small v-if="oddForceps" class="fault" role="alert"
            >“{{ oddForceps }}” is not a list of lengths; what was there before stays.</small
          >
        </label>
        <label
          >Lip grip
          <select
            class="field"
            :value="locker.grip ?? 'none'"
            @change="set({ grip: ($event.target as HTMLSelectElement).value as Locker['grip'] })"
          >
            <option value="none">none</option>
            <option value="swivel">with a swivel head</option>
            <option value="fixed">fixed head</option>
          </select>
        </label>
      </div>
      <div class="owned">
        <el-checkbox
          v-for="[key, label] in OWNED"
          :key="key"
          :model-value="Boolean(locker[key])"
          size="large"
          @update:model-value="set({ [key]: Boolean($event) })"
          >{{ label }}</el-checkbox
        >
      </div>
      <section v-if="kit?.held.length">
        <h2>From the cooperative</h2>
        <p>
          {{ kit.held.map((one) => `${one.count} × ${one.item}`).join(', ') }}. It stays the
          cooperative’s; a coordinator writes down what comes back.
        </p>
      </section>
    </template>
  </div>
</template>

<style scoped>
.grid,
.owned {
  display: grid;
  grid-template-columns: repeat(2, minmax(0, 1fr));
  gap: 0 var(--gap-3);
}
.grid {
  row-gap: var(--gap-3);
}
label {
  font-size: 15px;
}
.field {
  min-height: 44px;
  padding: 0 var(--gap-2);
}
.owned :deep(.el-checkbox) {
  white-space: normal;
  margin-right: 0;
}
</style>
