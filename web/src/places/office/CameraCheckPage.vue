<script setup lang="ts">
import { computed, onMounted, ref, shallowRef, watch } from 'vue'
import { cameraCheck, type TriedLength, type TriedNumber } from '@/api/cameraCheck'
import { useAct } from '@/api/useAct'
import { lengthText, lengthUnit, mmPerUnit } from '@/format/units'
import RadioChoices from '@/parts/RadioChoices.vue'
import TroubleNote from '@/parts/TroubleNote.vue'
import { useSessionStore } from '@/stores/session'
import { t } from '@/words/office'
import OfficeNav from './parts/OfficeNav.vue'

/** A cooperative tries its own cameras on tags and fish that it knows, and prints what it found. */
type Tried = { photo: string } & (
  { number: TriedNumber; length?: never } | { length: TriedLength; number?: never }
)
const KEPT = 'voucher.cameraCheck'
const SHOWN = {
  tag: t('office.cameraCheck.aTag'),
  fish: t('office.cameraCheck.aFish'),
  paper: t('office.cameraCheck.aPaperFish'),
}
const session = useSessionStore()
const shown = ref<keyof typeof SHOWN>('tag')
const truth = ref('')
const file = shallowRef<File | null>(null)
const picker = ref<HTMLInputElement | null>(null)
const tried = ref(JSON.parse(localStorage.getItem(KEPT) ?? '[]') as Tried[])
const summary = shallowRef<Awaited<ReturnType<typeof cameraCheck.summary>> | null>(null)
const looking = useAct()
const summing = useAct()

const unit = computed(() => lengthUnit(session.units))
const trueMm = computed(() =>
  Math.round(Number(truth.value.replace(',', '.')) * mmPerUnit(session.units)),
)
const isWhole = computed(
  () => file.value && (shown.value === 'tag' ? truth.value.trim() : trueMm.value >= 10),
)
const look = () =>
  looking.run(async () => {
    const photo = file.value
    if (!photo || !isWhole.value) return
    tried.value.push(
      shown.value === 'tag'
        ? { photo: photo.name, number: await cameraCheck.number(photo, truth.value.trim()) }
        : {
            photo: photo.name,
            length: await cameraCheck.length(photo, trueMm.value, shown.value === 'paper'),
          },
    )
    if (shown.value === 'tag') truth.value = ''
    file.value = null
    if (picker.value) picker.value.value = ''
  })
const sum = () =>
  summing.run(async () => {
    const numbers = tried.value.flatMap(({ number }) => number ?? [])
    const lengths = tried.value.flatMap(({ length }) => length ?? [])
    summary.value = await cameraCheck.summary(numbers, lengths)
  })
watch(
  tried,
  () => {
    localStorage.setItem(KEPT, JSON.stringify(tried.value))
    void sum()
  },
  { deep: true },
)
onMounted(sum)
const text = (mm: number) => lengthText(mm, session.units)
const truthOf = ({ number, length }: Tried) => number?.printed ?? text(length!.true_mm)
function seenIn({ number, length }: Tried) {
  if (number) {
    const seen = number.seen ?? t('office.cameraCheck.nothingRead')
    return number.is_sure ? seen : t('office.cameraCheck.notSure', { seen })
  }
  return length?.measured_mm ? text(length.measured_mm) : t('office.cameraCheck.noFishFound')
}
const print = () => window.print()
</script>

<template>
  <div class="page stack">
    <OfficeNav class="screen" />
    <header>
      <h1>{{ t('office.cameraCheck.cameraCheck') }}</h1>
      <p class="soft">{{ t('office.cameraCheck.whatItIsFor') }}</p>
      <p class="soft screen">
        {{ t('office.cameraCheck.toPrint') }}
        <a href="/api/boards/fish.pdf" target="_blank">{{ t('office.cameraCheck.paperFish') }}</a>
        <template v-for="length_cm in summary?.boards_cm" :key="length_cm"
          >,
          <a :href="`/api/boards/${length_cm}/board.pdf`" target="_blank">{{
            t('office.cameraCheck.board', { length_cm })
          }}</a></template
        >.
      </p>
    </header>
    <form class="stack screen" @submit.prevent="look">
      <RadioChoices
        :legend="t('office.cameraCheck.thePhotoShows')"
        name="shown"
        :choices="SHOWN"
        :chosen="shown"
        @choose="shown = $event"
      />
      <div class="row asked">
        <label
          >{{
            shown === 'tag'
              ? t('office.cameraCheck.numberOnIt')
              : t('office.cameraCheck.trueLength', { unit })
          }}
          <input
            v-model="truth"
            class="field"
            maxlength="40"
            autocomplete="off"
            :inputmode="shown === 'tag' ? 'text' : 'decimal'"
        /></label>
        <label
          >{{ t('office.cameraCheck.photo') }}
          <input
            ref="picker"
            type="file"
            class="field"
            accept="image/jpeg,image/png,image/webp"
            @change="file = ($event.target as HTMLInputElement).files?.[0] ?? null"
        /></label>
        <el-button
          native-type="submit"
          class="oilskin"
          :loading="looking.busy.value"
          :disabled="!isWhole"
          >{{ t('office.cameraCheck.lookAtIt') }}</el-button
        >
      </div>
      <TroubleNote :trouble="looking.refusal.value" />
    </form>
    <p v-if="!tried.length" class="soft">{{ t('office.cameraCheck.noneYet') }}</p>
    <template v-else>
      <section class="stack" aria-live="polite">
        <h2>{{ t('office.cameraCheck.whatItSays') }}</h2>
        <p v-for="sentence in summary?.sentences" :key="sentence">{{ sentence }}</p>
        <TroubleNote :trouble="summing.refusal.value" />
      </section>
      <div class="scroll">
        <table>
          <thead>
            <tr>
              <th>{{ t('office.cameraCheck.photo') }}</th>
              <th>{{ t('office.cameraCheck.truth') }}</th>
              <th>{{ t('office.cameraCheck.seen') }}</th>
              <th class="screen"></th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="(row, index) in tried" :key="index">
              <td>{{ row.photo }}</td>
              <td class="figures">{{ truthOf(row) }}</td>
              <td class="figures">{{ seenIn(row) }}</td>
              <td class="screen">
                <button type="button" class="link" @click="tried.splice(index, 1)">
                  {{ t('office.cameraCheck.remove') }}
                </button>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <p class="row screen">
        <el-button @click="print">{{ t('office.cameraCheck.print') }}</el-button>
        <el-button @click="tried = []">{{ t('office.cameraCheck.startAgain') }}</el-button>
      </p>
    </template>
  </div>
</template>

<style scoped>
input[type='file'] {
  padding-block: 10px;
}
.asked {
  align-items: end;
}
.scroll {
  overflow-x: auto;
}
table {
  border-collapse: collapse;
}
th,
td {
  padding: 6px 16px 6px 0;
  border-bottom: 1px solid var(--line);
  text-align: left;
}
h2,
p {
  margin: 0;
}
@media print {
  .screen {
    display: none;
  }
}
</style>
