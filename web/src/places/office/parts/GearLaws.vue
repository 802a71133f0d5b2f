<script setup lang="ts">
import { ref } from 'vue'
import { api, type Schemas } from '@/api/client'
import { useAct } from '@/api/useAct'
import { dateText, localDate } from '@/format/units'
import ChipRow from '@/parts/ChipRow.vue'
import DayField from '@/parts/DayField.vue'
import TroubleNote from '@/parts/TroubleNote.vue'
import { t } from '@/words/office'
import { BAIT } from '@/words/plan'

/** What the law wants of hooks, bait and net in each water; Ready holds each plan against it. */
type Waters = Schemas['Waters']
type Law = Schemas['GearLawSent']
const props = defineProps<{ waters: Waters }>()
const emit = defineEmits<{ saved: [waters: Waters] }>()
const { busy, refusal, run } = useAct()
const code = ref<string | null>(null)
const law = ref<Law | null>(null)

const lawOf = (water: string) => props.waters.gear.find((entry) => entry.water_code === water)
function open(water: string) {
  const known = lawOf(water)
  refusal.value = null
  code.value = water
  law.value = {
    barbless: known?.barbless ?? false,
    no_treble: known?.no_treble ?? false,
    barred_bait: known?.barred_bait ?? [],
    hoop_least_mm: known?.hoop_least_mm ?? null,
    hoop_most_mm: known?.hoop_most_mm ?? null,
    note: known?.note ?? null,
    authority: known?.authority ?? '',
    checked_on: localDate(),
    link: known?.link ?? null,
  }
}
const save = () =>
  run(async () => {
    emit(
      'saved',
      await api.enterGearLaw(code.value!, { ...law.value!, link: law.value!.link || null }),
    )
    code.value = law.value = null
  })
const textOf = (entry: Schemas['GearLaw']) =>
  [
    entry.barbless && t('office.gearLaws.noBarbs'),
    entry.no_treble && t('office.gearLaws.noTrebleHooks'),
    entry.barred_bait.length &&
      t('office.gearLaws.notAllowed', {
        bait: entry.barred_bait.map((bait) => BAIT[bait]).join(', '),
      }),
    entry.hoop_least_mm && t('office.gearLaws.netFrom', { mm: entry.hoop_least_mm }),
    entry.hoop_most_mm && t('office.gearLaws.netUpTo', { mm: entry.hoop_most_mm }),
    entry.note,
  ]
    .filter(Boolean)
    .join('; ') || t('office.gearLaws.noLimits')
function setNumber(key: 'hoop_least_mm' | 'hoop_most_mm', event: Event) {
  const text = (event.target as HTMLInputElement).value
  law.value![key] = text === '' ? null : Number(text)
}
</script>

<template>
  <section aria-labelledby="gear-law">
    <h2 id="gear-law">{{ t('office.gearLaws.lawOfGear') }}</h2>
    <p class="soft">{{ t('office.gearLaws.readyTestsEachPlan') }}</p>
    <TroubleNote :trouble="refusal" />
    <ul class="bare stack-2">
      <li v-for="water in waters.waters" :key="water.code">
        <button type="button" class="link" :data-gear="water.code" @click="open(water.code)">
          {{ water.name }}</button>{{ ' ' }}
        <template v-if="lawOf(water.code)">
          {{ textOf(lawOf(water.code)!) }}
          <small class="soft">{{
            t('office.gearLaws.checked', {
              authority: lawOf(water.code)!.authority,
              day: dateText(lawOf(water.code)!.checked_on),
            })
          }}</small>
        </template>
        <span v-else class="soft">{{ t('office.gearLaws.nothingEntered') }}</span>
        <form v-if="code === water.code && law" class="sheet" @submit.prevent="save">
          <el-checkbox v-model="law.barbless">{{ t('office.gearLaws.noBarbs') }}</el-checkbox>
          <el-checkbox v-model="law.no_treble">{{
            t('office.gearLaws.noTrebleHooks')
          }}</el-checkbox>
          <ChipRow
            class="wide"
            :label="t('office.gearLaws.baitThatIsNotAllowed')"
            :options="BAIT"
            :chosen="law.barred_bait"
            @many="law.barred_bait = $event as Law['barred_bait']"
          />
          <label
            >{{ t('office.gearLaws.narrowestNetMm') }}
            <input
              class="field"
              inputmode="numeric"
              :value="law.hoop_least_mm"
              @change="setNumber('hoop_least_mm', $event)"
          /></label>
          <label
            >{{ t('office.gearLaws.widestNetMm') }}
            <input
              class="field"
              inputmode="numeric"
              :value="law.hoop_most_mm"
              @change="setNumber('hoop_most_mm', $event)"
          /></label>
          <label class="wide"
            >{{ t('office.gearLaws.whatElseItSays') }}
            <input v-model="law.note" class="field" maxlength="500"
          /></label>
          <label
            >{{ t('office.gearLaws.authority') }}
            <input v-model="law.authority" class="field" maxlength="200" required
          /></label>
          <label
            >{{ t('office.gearLaws.checkedOn') }}
            <DayField v-model="law.checked_on" :label="t('office.gearLaws.checkedOn')"
          /></label>
          <label class="wide"
            >{{ t('office.gearLaws.link') }}
            <input v-model="law.link" class="field" type="url" maxlength="500"
          /></label>
          <div>
            <el-button native-type="submit" type="primary" :loading="busy">{{
              t('office.gearLaws.save')
            }}</el-button><el-button @click="code = law = null">{{
              t('office.gearLaws.cancel')
            }}</el-button>
          </div>
        </form>
      </li>
    </ul>
  </section>
</template>
