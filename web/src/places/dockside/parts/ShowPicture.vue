<script setup lang="ts">
import { computed, ref, shallowRef } from 'vue'
import { pictures, type PicturePermit } from '@/api/pictures'
import { useAct } from '@/api/useAct'
import DayField from '@/parts/DayField.vue'
import RadioChoices from '@/parts/RadioChoices.vue'
import TroubleNote from '@/parts/TroubleNote.vue'
import { t } from '@/words/dockside'

/** Shows a picture to everybody, with faces and landmarks painted over by hand. */
const { photo } = defineProps<{
  photo: { id: string; shown_width_px: number; shown_height_px: number }
}>()
/** A circle in shares of the picture's width: x, y, radius. */
type Circle = [number, number, number]
const strokes = ref<Circle[][]>([])
const circles = computed(() => strokes.value.flat())
const BRUSHES = {
  small: t('dockside.showPicture.small'),
  middle: t('dockside.showPicture.middle'),
  large: t('dockside.showPicture.large'),
}
const RADIUS_PER_CENT = { small: 2, middle: 5, large: 10 }
const brush = ref<keyof typeof BRUSHES>('middle')
const people = ref<'nobody' | 'agreed' | null>(null)
const until = ref<string | null>(null)
const shown = ref(false)
const opened = ref(false)
const { busy, refusal, notice, run } = useAct()
const PEOPLE = {
  nobody: t('dockside.showPicture.nobody'),
  agreed: t('dockside.showPicture.agreed'),
}

function take(permit: PicturePermit) {
  shown.value = permit.shown
  until.value = permit.until_on
  people.value = permit.people
  strokes.value = permit.cover.length ? [permit.cover as Circle[]] : []
}
const open = (event: Event) => {
  if (opened.value || !(event.target as HTMLDetailsElement).open) return
  opened.value = true
  void run(async () => take(await pictures.permit(photo.id)))
}

const svg = shallowRef<SVGSVGElement | null>(null)
const tall = computed(() => photo.shown_height_px / photo.shown_width_px)
const round = (value: number) => Math.round(value * 10_000) / 10_000
function place(event: PointerEvent): Circle {
  const box = svg.value!.getBoundingClientRect()
  return [
    round((event.clientX - box.left) / box.width),
    round((event.clientY - box.top) / box.width),
    RADIUS_PER_CENT[brush.value] / 100,
  ]
}
let painting = false
function down(event: PointerEvent) {
  painting = true
  svg.value?.setPointerCapture(event.pointerId)
  strokes.value = [...strokes.value, [place(event)]]
}
function move(event: PointerEvent) {
  if (!painting) return
  const stroke = strokes.value.at(-1)!
  const next = place(event)
  const last = stroke.at(-1)!
  // Dense enough that nothing shows between two circles.
  if (Math.hypot(next[0] - last[0], next[1] - last[1]) * 3 > next[2]) stroke.push(next)
}
const undo = () => (strokes.value = strokes.value.slice(0, -1))
const show = () =>
  run(async () => {
    take(
      await pictures.show(photo.id, {
        cover: circles.value,
        people: people.value!,
        until_on: until.value,
      }),
    )
    notice.value = t('dockside.showPicture.isShown')
  })
const withdraw = () =>
  run(async () => {
    take(await pictures.withdraw(photo.id))
    notice.value = t('dockside.showPicture.isWithdrawn')
  })
</script>

<template>
  <details class="show-picture" @toggle="open">
    <summary>
      {{ shown ? t('dockside.showPicture.shownNow') : t('dockside.showPicture.title') }}
    </summary>
    <div v-if="opened" class="stack-2">
      <p class="soft">{{ t('dockside.showPicture.whatItMeans') }}</p>
      <div class="row">
        <label v-for="(label, size) in BRUSHES" :key="size" class="brush"
          ><input v-model="brush" type="radio" name="brush" :value="size" /> {{ label }}</label
        >
        <el-button :disabled="!strokes.length" @click="undo">{{
          t('dockside.showPicture.undo')
        }}</el-button>
      </div>
      <svg
        ref="svg"
        class="canvas"
        role="img"
        :aria-label="t('dockside.showPicture.canvas', { n: strokes.length })"
        :viewBox="`0 0 1 ${tall}`"
        @pointerdown.prevent="down"
        @pointermove="move"
        @pointerup="painting = false"
        @pointercancel="painting = false"
      >
        <image :href="`/api/photos/${photo.id}/shown`" width="1" :height="tall" />
        <circle
          v-for="([x, y, radius], index) in circles"
          :key="index"
          :cx="x"
          :cy="y"
          :r="radius"
        />
      </svg>
      <RadioChoices
        :legend="t('dockside.showPicture.people')"
        name="people"
        :choices="PEOPLE"
        :chosen="people"
        @choose="people = $event"
      />
      <label
        >{{ t('dockside.showPicture.until') }}
        <DayField
          :model-value="until ?? ''"
          :label="t('dockside.showPicture.until')"
          @update:model-value="until = $event || null"
      /></label>
      <TroubleNote :trouble="refusal" />
      <p v-if="notice" role="status">{{ notice }}</p>
      <div class="row">
        <el-button type="primary" :loading="busy" :disabled="!people" @click="show">{{
          shown ? t('dockside.showPicture.showChanged') : t('dockside.showPicture.show')
        }}</el-button>
        <el-button v-if="shown" :disabled="busy" @click="withdraw">{{
          t('dockside.showPicture.withdraw')
        }}</el-button>
      </div>
    </div>
  </details>
</template>

<style scoped>
.show-picture {
  max-width: 640px;
}
.brush {
  display: inline-flex;
  gap: var(--gap-1);
  align-items: center;
  min-height: 44px;
}
.canvas {
  width: 100%;
  border: 1px solid var(--line);
  border-radius: var(--round);
  background: var(--sheet);
  cursor: crosshair;
  touch-action: none;
}
/* The colour that the server paints with. */
.canvas circle {
  fill: rgb(60 60 60);
}
</style>
