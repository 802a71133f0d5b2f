<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { api, type Schemas } from '@/api/client'
import { trouble, type Trouble } from '@/api/refusal'
import { localDate } from '@/format/units'
import TroubleNote from '@/parts/TroubleNote.vue'
import { useSessionStore } from '@/stores/session'
import { t } from '@/words/ready'
import OwnOrders from '@/places/door/parts/OwnOrders.vue'
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
  ['net_hoop_mm', t('ready.locker.netHoopMm')],
  ['net_handle_m', t('ready.locker.netHandleM')],
  ['board_mm', t('ready.locker.boardMm')],
  ['tape_mm', t('ready.locker.tapeMm')],
  ['scale_kg', t('ready.locker.scaleUpToKg')],
  ['cutters_mm', t('ready.locker.cuttersCutWireOfMm')],
  ['hook_wire_mm', t('ready.locker.thickestHookWireInThe')],
  ['rod_m', t('ready.locker.rodM')],
  ['rod_tilt_deg', t('ready.locker.rodTiltedBackAtThe')],
  ['line_kg', t('ready.locker.lineBreakingStrainKg')],
  ['descender_kg', t('ready.locker.descenderWeightKg')],
  ['applicators', t('ready.locker.tagApplicators')],
  ['spare_needles', t('ready.locker.spareNeedles')],
]
const numberOf = (key: keyof Locker) => (locker.value?.[key] ?? null) as number | null
const OWNED: [keyof Locker, string][] = [
  ['net_rubber', t('ready.locker.theNetIsKnotlessRubber')],
  ['hook_rusts', t('ready.locker.hooksRustAway')],
  ['line_remover', t('ready.locker.lineGuidedHookRemover')],
  ['sling', t('ready.locker.weighingSling')],
  ['cradle', t('ready.locker.cradleOrStretcher')],
  ['bucket', 'bucket'],
  ['head_cover', t('ready.locker.wetHeadCover')],
  ['foam', 'foam'],
  ['gloves', t('ready.locker.smoothGloves')],
  ['release_tool', t('ready.locker.releaseTool')],
  ['jaw_spreaders', t('ready.locker.jawSpreaders')],
  ['venting_needle', t('ready.locker.ventingNeedle')],
  ['antiseptic', 'antiseptic'],
  ['pencil_sheets', t('ready.locker.pencilAndWaterproofSheets')],
  ['camera', t('ready.locker.cameraOrPhone')],
  ['towel', t('ready.locker.towelForHands')],
  ['first_aid', t('ready.locker.firstAid')],
  ['long_cutter', t('ready.locker.longCutter')],
  ['bill_glove', t('ready.locker.billGlove')],
  ['dispatch_tool', t('ready.locker.dispatchTool')],
  ['cool_box', t('ready.locker.coolBox')],
  ['gaff', t('ready.locker.gaff')],
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
    <p>
      <RouterLink to="/ready">{{ t('ready.locker.backToReady') }}</RouterLink>
    </p>
    <h1>{{ t('ready.locker.kitLocker') }}</h1>
    <p class="soft">
      {{ t('ready.locker.whatYouOwnWithIts') }}
      <span role="status">{{ saved ? t('ready.locker.saved') : '' }}</span>
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
          :placeholder="t('ready.locker.notOwned')"
          :fault="refusal?.fields[key]"
          @change="set({ [key]: $event })"
        />
        <label
          >{{ t('ready.locker.forcepsLengthsInMm') }}
          <input
            class="field"
            :value="(locker.forceps_mm ?? []).join(', ')"
            placeholder="180, 300"
            @change="forceps(($event.target as HTMLInputElement).value)"
          />
          <small v-if="oddForceps" class="fault" role="alert">{{
            t('ready.locker.isNotAListOf', { odd_forceps: oddForceps })
          }}</small>
        </label>
        <label
          >{{ t('ready.locker.lipGrip') }}
          <select
            class="field"
            :value="locker.grip ?? 'none'"
            @change="set({ grip: ($event.target as HTMLSelectElement).value as Locker['grip'] })"
          >
            <option value="none">{{ t('ready.locker.none') }}</option>
            <option value="swivel">{{ t('ready.locker.withASwivelHead') }}</option>
            <option value="fixed">{{ t('ready.locker.fixedHead') }}</option>
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
        <h2>{{ t('ready.locker.fromTheCooperative') }}</h2>
        <p>
          {{
            t('ready.locker.itBelongsToTheCooperative', {
              item: kit.held.map((one) => `${one.count} × ${one.item}`).join(', '),
            })
          }}
        </p>
      </section>
      <OwnOrders />
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
