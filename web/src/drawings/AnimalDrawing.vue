<script setup lang="ts">
import { computed } from 'vue'
import AnimalBody from './AnimalBody.vue'
import { pictureOf } from './guilds'

/** An animal of a guild, with what matters on it where that is asked for. */
const { guild, label, marks, tagged } = defineProps<{
  guild: string
  label: string
  /** Hands, dangers, the length, the tag. */
  marks?: boolean
  /** A streamer where the tag goes. */
  tagged?: boolean
}>()
const picture = computed(() => pictureOf(guild))
const ROOM = 70
const box = computed(() => {
  const [x, y, width, height] = picture.value.box as [number, number, number, number]
  return marks ? [x, y - ROOM / 2, width, height + ROOM + ROOM / 2] : [x, y, width, height]
})
const floor = computed(() => box.value[1]! + box.value[3]! - 18)
const CAP = 22
/** Under the animal, or across it. */
const measure = computed(() => {
  const [[x0, y0], [x1, y1]] = picture.value.marks.measure as [
    [number, number | null],
    [number, number | null],
  ]
  return y0 === null || y1 === null
    ? `M${x0} ${floor.value}H${x1}M${x0} ${floor.value - CAP}v${2 * CAP}M${x1} ${floor.value - CAP}v${2 * CAP}`
    : `M${x0} ${y0}V${y1}M${x0 - CAP} ${y0}h${2 * CAP}M${x1 - CAP} ${y1}h${2 * CAP}`
})
const tag = computed(() => (marks || tagged ? picture.value.marks.tag : null))
</script>

<template>
  <svg class="animal" :viewBox="box.join(' ')" role="img" :aria-label="label">
    <AnimalBody :picture="picture" />
    <path
      v-if="tag"
      class="tag"
      :d="`M${tag[0]} ${tag[1]}l-22 -18m22 18h118a11 11 0 0 0 0 -22h-106z`"
    />
    <template v-if="marks">
      <path class="measure" :d="measure" />
      <g
        v-for="([x, y], index) in picture.marks.hold"
        :key="`hold${index}`"
        class="hold"
        :transform="`translate(${x} ${y})`"
      >
        <circle r="32" />
        <path d="M-15 12v-18m10 18v-27m10 27v-27m10 27v-27" />
      </g>
      <g
        v-for="([x, y], index) in picture.marks.mind"
        :key="`mind${index}`"
        class="mind"
        :transform="`translate(${x} ${y})`"
      >
        <path d="M0 -27l27 48h-54z" />
        <path class="bar" d="M0 -9v15" />
      </g>
    </template>
  </svg>
</template>

<style scoped>
.animal {
  width: 100%;
}
.measure {
  fill: none;
  stroke: var(--rust);
  stroke-width: 6;
}
.hold circle {
  fill: var(--kelp);
}
.hold path {
  stroke: var(--on-kelp);
  stroke-width: 5;
  fill: none;
}
.mind path {
  fill: var(--sheet);
  stroke: var(--rust);
  stroke-width: 6;
  stroke-linejoin: round;
}
.tag {
  fill: var(--oilskin);
  stroke: var(--ink);
  stroke-width: 4;
}
</style>
