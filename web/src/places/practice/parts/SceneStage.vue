<script setup lang="ts">
import { computed, ref, useTemplateRef } from 'vue'
import AnimalBody from '@/drawings/AnimalBody.vue'
import { pictureOf } from '@/drawings/guilds'
import ToolShape from '@/drawings/ToolShape.vue'
import type { LandingState } from '@/practice/practice'
import { t } from '@/words/practice'
import { actOf, partAt, type Target, type Thing } from '../sceneHands'

/**
 * The scene as a hand meets it: rod, line and fish seen from behind the rod; then the fish large, in
 * net, air or water, with what lies at hand. Acts are done on the picture: pulling down winds,
 * pushing up gives line, things are dragged to where they are used.
 */
const props = defineProps<{
  state: LandingState
  guild: string
  keyOfScene: string
  tools: string[]
}>()
const emit = defineEmits<{ act: [key: string]; wind: [winds: boolean]; give: [gives: boolean] }>()

const WIDE = 400
const TALL = 560
const SURFACE = 190
/** Where the middle of the fish lies in the hands, below the lines and the column. */
const IN_NET_Y = 372
const ON_BOARD_Y = 352
const picture = computed(() => pictureOf(props.guild))
const fight = computed(() => props.state.phase === 'fight')
const isOut = computed(() => props.state.phase === 'air')
/** How near it looks: 1 at the rod, less with each metre. */
const nearness = computed(() => 6 / (6 + props.state.distance_m))
const FIGHT_SIZE = 230
const HAND_SIZE = 330
const place = computed(() => {
  const [, , width, height] = picture.value.box as [number, number, number, number]
  const size = fight.value ? Math.max(92, FIGHT_SIZE * nearness.value) : HAND_SIZE
  const tall = (size * height) / width
  const bore = props.state.mode === 'bore' ? 16 : 0
  const x = fight.value ? 30 + 40 * (1 - nearness.value) : 36
  const y = fight.value
    ? SURFACE + 34 + 210 * nearness.value + bore - tall / 2
    : (isOut.value ? ON_BOARD_Y : IN_NET_Y) - tall / 2
  return { x, y, width: size, height: tall }
})
/** Mouth of the fish on the sheet, where hook and line are. */
const mouth = computed(() => onSheet(picture.value.box[0]! + 24, 12))
function onSheet(x: number, y: number) {
  const [left, top, width] = picture.value.box as [number, number, number, number]
  const scale = place.value.width / width
  return { x: place.value.x + (x - left) * scale, y: place.value.y + (y - top) * scale }
}
function onFish(x: number, y: number) {
  const [left, top, width] = picture.value.box as [number, number, number, number]
  const scale = place.value.width / width
  return { x: left + (x - place.value.x) / scale, y: top + (y - place.value.y) / scale }
}

/** The rod bends with the load; with less breath the fish pales and its gills slow down. */
const tip = computed(() => ({ x: 270, y: 150 + 80 * Math.min(1, props.state.tension) }))
const tight = computed(() => Math.round(props.state.tension * 100))
const colour = computed(() => ({ opacity: Math.min(1, (3 + 2 * props.state.breath) / 4) }))
const gills = computed(() => `${(0.5 + 1.4 * props.state.breath).toFixed(1)}s`)
const isLimp = computed(() => props.state.record.reflexes['tail_burst'] === 'absent')
const isHung = computed(() => props.state.record.handling.includes('hung_by_jaw'))
const lostSlime = computed(() => props.state.record.handling.includes('dry_surface'))
const swollen = computed(() => props.state.record.pressure_signs.length > 0)
const hookAt = computed(() =>
  props.state.record.hook_place === 'throat' || props.state.record.hook_place === 'stomach'
    ? onSheet(150, 30)
    : mouth.value,
)
const tagAt = computed(() => onSheet(picture.value.marks.tag?.[0] ?? 420, -40))
const bellyAt = computed(() => onSheet(430, 60))

/** What lies at hand; each has its place in the tray. */
interface Laid {
  thing: Thing
  tool: string
  label: string
  percent: number
}
const LAID: Laid[] = [
  { thing: 'hand', tool: 'hand', label: t('practice.sceneStage.hand'), percent: 50 },
  { thing: 'remover', tool: 'remover', label: t('practice.sceneStage.remover'), percent: 24 },
  { thing: 'forceps', tool: 'forceps', label: t('practice.sceneStage.forceps'), percent: 28 },
  { thing: 'cutters', tool: 'cutters', label: t('practice.sceneStage.cutters'), percent: 34 },
  { thing: 'applicator', tool: 'applicator', label: t('practice.sceneStage.needle'), percent: 34 },
  { thing: 'cloth', tool: 'swab', label: t('practice.sceneStage.cloth'), percent: 50 },
  { thing: 'weight', tool: 'weight', label: t('practice.sceneStage.weight'), percent: 60 },
  { thing: 'camera', tool: '', label: t('practice.sceneStage.camera'), percent: 100 },
]
const laid = computed(() => {
  if (fight.value) return []
  const here = LAID.filter(
    ({ thing }) =>
      (!['remover', 'forceps', 'cutters', 'applicator'].includes(thing) ||
        props.tools.includes(thing)) &&
      (thing !== 'weight' || swollen.value) &&
      (thing !== 'camera' || isOut.value) &&
      (thing !== 'cloth' || !isOut.value),
  )
  const step = WIDE / here.length
  return here.map((entry, index) => ({ ...entry, x: step * (index + 0.5), y: TALL - 46 }))
})
/** On the shore, or sunk beside the rod. */
const netAt = computed(() => (props.state.sunk ? { x: 300, y: 400 } : { x: 330, y: TALL - 60 }))

/** What is in the hand now, and where. */
const held = ref<{ thing: Thing; x: number; y: number; grabbed: Target | null } | null>(null)
/** Where the finger went down on the water: pulling down from there winds. */
const reelFrom = ref<number | null>(null)
const sheet = useTemplateRef<SVGSVGElement>('sheet')
const DEAD_PX = 14

function spotOf(event: PointerEvent) {
  const matrix = sheet.value!.getScreenCTM()!.inverse()
  return new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix)
}
function take(event: PointerEvent) {
  const { x, y } = spotOf(event)
  sheet.value!.setPointerCapture(event.pointerId)
  const near = (spot: { x: number; y: number }, reach: number) =>
    Math.hypot(spot.x - x, spot.y - y) < reach
  const tool = laid.value.find((entry) => near(entry, 30))
  const at = onFish(x, y)
  const part = partAt(picture.value, at.x, at.y)
  if (tool) held.value = { thing: tool.thing, x, y, grabbed: null }
  else if (fight.value && near(netAt.value, 70)) held.value = { thing: 'net', x, y, grabbed: null }
  else if (part && !fight.value) held.value = { thing: 'fish', x, y, grabbed: part }
  else if (fight.value) reelFrom.value = y
  else emitAct('hand', targetOf(x, y))
}
function move(event: PointerEvent) {
  const { x, y } = spotOf(event)
  if (held.value) held.value = { ...held.value, x, y }
  if (reelFrom.value === null) return
  emit('wind', y - reelFrom.value > DEAD_PX)
  emit('give', reelFrom.value - y > DEAD_PX)
}
function letGo(event: PointerEvent) {
  const { x, y } = spotOf(event)
  const { value: hand } = held
  held.value = null
  if (reelFrom.value !== null) {
    reelFrom.value = null
    emit('wind', false)
    emit('give', false)
    return
  }
  if (!hand) return
  const target = hand.thing === 'fish' ? awayOf(x, y, hand) : targetOf(x, y, hand.thing === 'net')
  emitAct(hand.thing, target, hand.grabbed)
}
/** A touch on a part of the fish without a pull is a hand on it. */
function awayOf(x: number, y: number, hand: { grabbed: Target | null }): Target {
  if (y < 250) return 'above'
  if (x > WIDE - 40 || x < 24) return 'open_water'
  if (isOut.value && y > 440) return 'water'
  return hand.grabbed ?? 'fish'
}
function targetOf(x: number, y: number, coarse = false): Target {
  const at = onFish(x, y)
  const part = partAt(picture.value, at.x, at.y)
  if (coarse) return part ? 'fish' : y > SURFACE ? 'water' : 'above'
  if (part === 'mouth' && props.state.tangled) return 'mesh'
  if (part) return part
  if (isOut.value) return x < 60 && y > 300 ? 'stop' : y > 340 && y < 430 ? 'board' : 'water'
  return y < 150 ? 'above' : 'water'
}
function emitAct(thing: Thing, target: Target, grabbed: Target | null = null) {
  // A touch that pulled nowhere is a hand.
  const key =
    actOf(props.state, thing, target, grabbed) ??
    (thing === 'fish' ? actOf(props.state, 'hand', target) : null)
  if (key) emit('act', key)
}
const words = computed(() => {
  if (fight.value)
    return t('practice.sceneStage.theFishIsMAway', {
      distance_m: props.state.distance_m.toFixed(1),
      tight: tight.value,
    })
  return isOut.value
    ? t('practice.sceneStage.theFishIsOutOf')
    : t('practice.sceneStage.theFishIsInThe')
})
const isAlarm = computed(() => props.state.hand === 'in')
</script>

<template>
  <svg
    ref="sheet"
    class="stage"
    :class="{ alarm: isAlarm }"
    :viewBox="`0 0 ${WIDE} ${TALL}`"
    preserveAspectRatio="xMidYMax slice"
    role="img"
    :aria-label="words"
    data-testid="stage"
    @pointerdown.prevent="take"
    @pointermove="move"
    @pointerup="letGo"
    @pointercancel="letGo"
    @contextmenu.prevent
  >
    <rect class="sky" y="-400" :width="WIDE" :height="SURFACE + 400" />
    <rect class="water" :y="SURFACE" :width="WIDE" :height="TALL" />
    <path
      v-for="line in 5"
      :key="line"
      class="wave"
      :d="`M-40 ${SURFACE + line * line * 14}q25-6 50 0t50 0 50 0 50 0 50 0 50 0 50 0 50 0 50 0`"
      :style="{ animationDuration: `${9 - line}s` }"
    />
    <path v-if="keyOfScene === 'wall'" class="ground" :d="`M0 300h60v${TALL}H0z`" />
    <path v-else-if="keyOfScene === 'kayak'" class="ground" :d="`M40 ${TALL}q160-60 320 0z`" />
    <path v-else-if="fight" class="ground" :d="`M0 ${TALL}V470q120-10 190 90z`" />

    <rect v-if="isOut" class="deck-board" x="14" y="356" width="372" height="58" rx="8" />
    <rect v-if="isOut" class="stop" x="14" y="318" width="14" height="96" rx="4" />
    <ellipse v-if="state.phase === 'net'" class="net" cx="200" cy="372" rx="192" ry="104" />
    <path
      v-if="state.tangled"
      class="mesh"
      :d="`M${mouth.x - 22} ${mouth.y - 30}l60 60m-60 0l60-60m-70 30h80m-40-40v80`"
    />

    <g
      class="fish"
      :class="{ sways: !isLimp && !isOut, limp: isLimp, runs: state.mode === 'run' && fight }"
      :style="colour"
    >
      <svg v-bind="place" :viewBox="picture.box.join(' ')" overflow="visible">
        <AnimalBody :picture="picture" :open="isHung ? 20 : fight ? 6 : 0" />
        <circle
          class="gill-beat"
          :cx="picture.eye[0]! + 120"
          :cy="picture.eye[1]! + 40"
          r="26"
          :style="{ animationDuration: gills }"
        />
      </svg>
      <ellipse
        v-if="swollen && !state.record.handling.includes('sent_down')"
        class="swelling"
        :cx="bellyAt.x"
        :cy="bellyAt.y"
        rx="62"
        ry="26"
      />
      <path
        v-if="lostSlime"
        class="slime"
        :d="`M${tagAt.x - 40} ${tagAt.y + 20}h34m-20 9h40m-60 9h30`"
      />
      <g v-if="state.tagged" class="tag" :transform="`translate(${tagAt.x} ${tagAt.y})`">
        <path d="M0 0l-4-16h44a6 6 0 0 1 0 12H2z" />
      </g>
      <path
        v-if="state.overgrown"
        class="weed"
        :d="`M${tagAt.x} ${tagAt.y}q10-24 24-18t26-4-8 18-20 10-22-6z`"
      />
      <g v-if="state.bleeding !== 'none'" class="blood">
        <circle
          v-for="drop in state.bleeding === 'heavy' ? 6 : 2"
          :key="drop"
          :cx="mouth.x + 34 + drop * 7"
          :cy="mouth.y + 26 + (drop % 3) * 9"
          :r="state.bleeding === 'heavy' ? 7 : 4"
        />
      </g>
      <path
        v-if="state.hooked && !fight"
        class="hook"
        :d="`M${hookAt.x} ${hookAt.y}v14a7 7 0 0 1-14 0v-5`"
      />
    </g>

    <template v-if="fight">
      <path
        class="rod"
        :d="`M330 ${TALL + 20}Q${322 - 20 * state.tension} ${280 + tip.y * 0.3} ${tip.x} ${tip.y}`"
      />
      <path
        class="line"
        :class="{ strained: state.strained }"
        :d="`M${tip.x} ${tip.y}L${mouth.x} ${mouth.y}`"
      />
      <path
        v-if="state.mode === 'run'"
        class="spray"
        :d="`M${place.x + place.width} ${place.y}l18-12m-16 22h24m-24 12l18 12`"
      />
      <g
        class="thing"
        :transform="
          held?.thing === 'net'
            ? `translate(${held.x} ${held.y})`
            : `translate(${netAt.x} ${netAt.y})`
        "
      >
        <g transform="scale(0.62)"><ToolShape tool="net" /></g>
      </g>
    </template>
    <g
      v-for="entry in laid"
      :key="entry.thing"
      class="thing"
      :transform="
        held?.thing === entry.thing
          ? `translate(${held.x} ${held.y})`
          : `translate(${entry.x} ${entry.y})`
      "
    >
      <circle class="slot" r="29" />
      <g v-if="entry.tool" :transform="`scale(${entry.percent / 100}) translate(-30 0)`">
        <ToolShape :tool="entry.tool" />
      </g>
      <path v-else class="camera" d="M-17-9h8l4-6h10l4 6h8v22h-34zM0-3a7 7 0 1 0 .1 0" />
      <text class="name" y="44">{{ entry.label }}</text>
    </g>
    <path
      v-if="held?.thing === 'fish'"
      class="pull"
      :d="`M200 ${isOut ? ON_BOARD_Y : IN_NET_Y}L${held.x} ${held.y}`"
    />
    <g v-if="isAlarm" class="alarm-mark">
      <rect x="20" y="228" width="360" height="60" rx="12" />
      <text x="200" y="266">{{ t('practice.sceneStage.hookInYourHand') }}</text>
    </g>
  </svg>
</template>

<style scoped>
.stage {
  display: block;
  width: 100%;
  height: 100%;
  touch-action: none;
  user-select: none;
  cursor: grab;
}
.sky {
  fill: color-mix(in srgb, var(--sea) 42%, var(--sheet));
}
.water {
  fill: color-mix(in srgb, var(--sea-deep) 34%, var(--sea));
}
.wave {
  fill: none;
  stroke: var(--sheet);
  stroke-width: 2;
  opacity: 0.6;
  animation: drift 8s linear infinite alternate;
}
.ground {
  fill: var(--land);
  stroke: var(--land-edge);
  stroke-width: 2;
}
.deck-board,
.stop {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 2;
}
.net {
  fill: color-mix(in srgb, var(--kelp) 14%, transparent);
  stroke: var(--kelp);
  stroke-width: 7;
}
.mesh {
  fill: none;
  stroke: var(--kelp);
  stroke-width: 3;
}
.fish.sways {
  animation: sway 1.6s ease-in-out infinite alternate;
  transform-origin: 50% 50%;
}
.fish.runs {
  animation-duration: 0.35s;
}
.fish.limp {
  transform: rotate(7deg);
  transform-origin: 50% 50%;
}
.gill-beat {
  fill: var(--ink);
  opacity: 0;
  animation: beat 1s ease-in-out infinite;
}
.swelling {
  fill: color-mix(in srgb, var(--rust) 30%, var(--sheet));
  stroke: var(--rust);
  stroke-width: 2;
  opacity: 0.8;
}
.slime {
  fill: none;
  stroke: var(--sheet);
  stroke-width: 5;
}
.tag path {
  fill: var(--oilskin);
  stroke: var(--ink);
  stroke-width: 2;
}
.weed {
  fill: var(--kelp);
  opacity: 0.9;
}
.blood circle {
  fill: #b3261e;
}
.hook {
  fill: none;
  stroke: var(--ink);
  stroke-width: 3.5;
}
.rod {
  fill: none;
  stroke: var(--ink);
  stroke-width: 7;
  stroke-linecap: round;
}
.line,
.spray {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.6;
}
.line.strained {
  stroke: var(--rust);
  stroke-width: 3;
}
.slot {
  fill: var(--sheet);
  stroke: var(--line-strong);
  stroke-width: 2;
}
.camera {
  fill: var(--ink);
}
.name {
  fill: var(--ink);
  font-size: 11px;
  text-anchor: middle;
}
.pull {
  stroke: var(--ink);
  stroke-width: 3;
  stroke-dasharray: 3 9;
  stroke-linecap: round;
}
.alarm-mark rect {
  fill: var(--rust);
}
.alarm-mark text {
  fill: var(--on-rust);
  font-size: 22px;
  font-weight: 700;
  text-anchor: middle;
}
@keyframes drift {
  to {
    transform: translateX(30px);
  }
}
@keyframes sway {
  from {
    transform: translateX(-4px) rotate(-0.7deg);
  }
  to {
    transform: translateX(4px) rotate(0.7deg);
  }
}
@keyframes beat {
  50% {
    opacity: 0.35;
  }
}
@media (prefers-reduced-motion: reduce) {
  .wave,
  .fish.sways,
  .gill-beat {
    animation: none;
  }
}
</style>
