<script setup lang="ts">
import type { Schemas } from '@/api/client'
import { t } from '@/words/deck'
import { HOOK_PLACE } from '@/words/fish'

type HookPlace = Schemas['HookPlace']
const place = defineModel<HookPlace | null>({ required: true })

/** Where each place lies on the drawing, and where its word stands. */
const SPOTS: [HookPlace, number, number, number, number][] = [
  ['lip', 20, 74, 14, 56],
  ['roof', 68, 60, 68, 44],
  ['tongue', 62, 104, 60, 126],
  ['jaw_corner', 112, 88, 112, 110],
  ['eye', 122, 38, 122, 22],
  ['throat', 160, 88, 162, 72],
  ['gill', 206, 60, 206, 42],
  ['stomach', 246, 96, 246, 118],
  ['outside', 176, 132, 210, 136],
]

const choose = (chosen: HookPlace) => (place.value = place.value === chosen ? null : chosen)
</script>

<template>
  <figure>
    <figcaption>
      {{ t('deck.hookPlaces.hook') }}
      <b>{{ place ? HOOK_PLACE[place] : t('deck.hookPlaces.touchItsLocation') }}</b>
    </figcaption>
    <svg viewBox="0 0 290 150" role="radiogroup" :aria-label="t('deck.hookPlaces.hookLocation')">
      <path
        class="head"
        d="M14 74C50 40 110 12 180 12c44 0 76 10 110 24v96
           c-40 10-92 16-130 8-50-8-84-20-118-30 24-2 54-8 72-20-30-10-66-14-100-16Z"
      />
      <path class="gullet" d="M114 90c40 4 84 2 120 2 30 0 30 20 4 20-40 0-90-6-124-22Z" />
      <path class="cover" d="M196 22c26 22 30 66 6 100" />
      <path class="fin" d="M236 14c10-14 30-12 54-8" />
      <circle class="eye" cx="122" cy="38" r="9" />
      <g
        v-for="[key, x, y, wordX, wordY] in SPOTS"
        :key="key"
        class="spot"
        role="radio"
        tabindex="0"
        :aria-checked="place === key"
        :aria-label="HOOK_PLACE[key]"
        :data-place="key"
        @click="choose(key)"
        @keydown.enter.prevent="choose(key)"
      >
        <circle class="touch" :cx="x" :cy="y" r="22" />
        <circle class="dot" :cx="x" :cy="y" :r="place === key ? 10 : 6" />
        <path v-if="place === key" class="tick" :d="`M${x - 5} ${y}l4 4 6-8`" />
        <text :x="wordX" :y="wordY" text-anchor="middle">{{ HOOK_PLACE[key] }}</text>
      </g>
    </svg>
  </figure>
</template>

<style scoped>
figure {
  min-width: 0;
}
figcaption {
  font-size: 15px;
  line-height: 1.2;
}
svg {
  width: 100%;
  max-height: 260px;
  display: block;
}
/* On a phone the chosen place is read off the drawing itself; nothing may scroll. */
@media (max-width: 899px) {
  figcaption {
    display: none;
  }
  svg {
    max-height: 104px;
  }
}
.head {
  fill: var(--sea);
  stroke: var(--ink);
  stroke-width: 1.6;
  stroke-linejoin: round;
}
.gullet {
  fill: color-mix(in srgb, var(--rust) 18%, var(--sheet));
  stroke: var(--ink);
  stroke-width: 1;
  stroke-dasharray: 3 3;
}
.cover,
.fin {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.4;
}
.eye {
  fill: var(--sheet);
  stroke: var(--ink);
  stroke-width: 1.4;
}
.spot {
  cursor: pointer;
  outline: none;
}
.spot:focus-visible .touch {
  stroke: var(--sea-deep);
  stroke-width: 3;
}
.touch {
  fill: transparent;
}
.dot {
  fill: var(--ink);
  stroke: var(--sheet);
  stroke-width: 2;
}
[aria-checked='true'] .dot {
  fill: var(--oilskin);
  stroke: var(--ink);
}
.tick {
  fill: none;
  stroke: var(--on-oilskin);
  stroke-width: 2.6;
}
text {
  fill: var(--ink);
  font-size: 13px;
  paint-order: stroke;
  stroke: var(--sea);
  stroke-width: 3px;
  pointer-events: none;
}
[aria-checked='true'] text {
  font-weight: 800;
}
</style>
