<script setup lang="ts">
import { computed } from 'vue'
import { RouterLink } from 'vue-router'
import type { Schemas } from '@/api/client'
import { t } from '@/words/ready'

const props = defineProps<{ landing: Schemas['Outlook']['landing'] }>()

/** To scale: the hand stands at x = 0, height h above the water; y grows upwards in metres. */
const view = computed(() => {
  const landing = props.landing
  if (!landing.known) return null
  const tip = landing.tip ?? [
    -landing.rod_m! * Math.sin((landing.tilt_deg! * Math.PI) / 180),
    landing.height_m! + landing.rod_m! * Math.cos((landing.tilt_deg! * Math.PI) / 180),
  ]
  const fishX = landing.reaches ? landing.x_max_m! : Math.max(0.5, landing.handle_m! * 0.5)
  const hoopX = landing.reaches ? landing.x_max_m! + landing.hoop_radius_m! : 0.3
  const hoopY = landing.reaches ? 0 : landing.height_m! - landing.handle_m!
  const left = Math.min(tip[0]!, -0.6) - 0.4
  const right = Math.max(hoopX, fishX) + landing.hoop_radius_m! + 0.6
  const top = tip[1]! + 0.4
  return {
    landing,
    tip,
    fishX,
    hoopX,
    hoopY,
    box: `${left} ${-top} ${right - left} ${top + 0.9}`,
    left,
    right,
  }
})
</script>

<template>
  <div class="landing">
    <p v-if="!landing.known">
      {{ t('ready.landingView.forTheLandingGeometryThe') }}
      <RouterLink to="/ready/locker">{{ t('ready.landingView.kitLocker') }}</RouterLink>
      {{ t('ready.landingView.needs', { missing: landing.missing!.join(', ') }) }}
    </p>
    <template v-else-if="view">
      <p :class="{ stop: !landing.reaches }">
        <b>{{ landing.sentence }}</b>
      </p>
      <svg
        :viewBox="view.box"
        role="img"
        :aria-label="t('ready.landingView.sideViewToScale', { sentence: landing.sentence })"
      >
        <path class="water" :d="`M${view.left} 0H${view.right}V0.9H${view.left}Z`" />
        <path
          class="ground"
          :d="`M${view.left} 0H-0.25V${-(view.landing.height_m! - 1 > 0 ? view.landing.height_m! - 1 : 0)}H${view.left}Z`"
        />
        <path
          class="person"
          :d="
            `M-0.1 ${-(view.landing.height_m! + 0.65)}v0.1M-0.1 ${-(view.landing.height_m! + 0.45)}` +
            `V${-Math.max(0, view.landing.height_m! - 0.25)}M-0.1 ${-(view.landing.height_m! + 0.2)}` +
            `L0 ${-view.landing.height_m!}`
          "
        />
        <path class="rod" :d="`M0 ${-view.landing.height_m!}L${view.tip[0]} ${-view.tip[1]!}`" />
        <path class="line" :d="`M${view.tip[0]} ${-view.tip[1]!}L${view.fishX} 0`" />
        <path class="handle" :d="`M0 ${-view.landing.height_m!}L${view.hoopX} ${-view.hoopY}`" />
        <ellipse
          class="hoop"
          :cx="view.hoopX"
          :cy="-view.hoopY + 0.06"
          :rx="view.landing.hoop_radius_m"
          ry="0.09"
        />
        <path
          class="fish"
          :d="`M${view.fishX - 0.3} 0.07q0.25-0.16 0.5 0l0.14-0.09v0.2l-0.14-0.09q-0.25 0.14-0.5-0.02z`"
        />
      </svg>
      <p class="soft">
        {{
          t('ready.landingView.toScaleRodMTilted', {
            rod_m: landing.rod_m,
            tilt_deg: landing.tilt_deg,
            height_m: landing.height_m,
            handle_m: landing.handle_m,
          })
        }}
      </p>
    </template>
  </div>
</template>

<style scoped>
.landing {
  display: grid;
  gap: var(--gap-2);
}
svg {
  width: 100%;
  max-width: 460px;
  max-height: 320px;
  background: var(--sheet);
  border-radius: var(--round);
}
path,
ellipse {
  fill: none;
  stroke: var(--ink);
  stroke-width: 0.035;
  stroke-linecap: round;
}
.water {
  fill: var(--sea);
  stroke: none;
}
.ground {
  fill: var(--land);
  stroke: none;
}
.person {
  stroke-width: 0.13;
}
.rod {
  stroke-width: 0.05;
}
.line {
  stroke-dasharray: 0.08 0.06;
  stroke-width: 0.02;
}
.handle {
  stroke: var(--kelp);
  stroke-width: 0.05;
}
.hoop {
  stroke: var(--kelp);
  fill: color-mix(in srgb, var(--kelp) 25%, transparent);
}
.fish {
  fill: var(--oilskin);
  stroke-width: 0.02;
}
.stop {
  color: var(--rust);
}
</style>
