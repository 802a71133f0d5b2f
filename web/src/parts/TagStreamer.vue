<script setup lang="ts">
/** A tag number is always shown as the tag itself: a long thin capsule with one barbed end. */
withDefaults(
  defineProps<{ number: string; size?: 'small' | 'large'; spent?: boolean; hollow?: boolean }>(),
  { size: 'small', spent: false, hollow: false },
)
</script>

<template>
  <span class="streamer" :class="[size, { spent, hollow }]">
    <svg class="barb" viewBox="0 0 24 20" aria-hidden="true">
      <path d="M24 2.1H17L2 10l15 7.9h7" />
      <path class="hook" d="M5.5 8.2 14 .8" />
    </svg>
    <span class="capsule figures">{{ number }}</span>
  </span>
</template>

<style scoped>
.streamer {
  vertical-align: middle;
  display: inline-flex;
  align-items: stretch;
  height: 26px;
  white-space: nowrap;
  --edge: var(--ink);
}
.large {
  height: 38px;
}
.barb {
  height: 100%;
  margin-right: -1px;
}
.barb path {
  fill: var(--oilskin);
  stroke: var(--edge);
  stroke-width: 1.4;
  vector-effect: non-scaling-stroke;
}
.barb .hook {
  fill: none;
  stroke-linecap: round;
}
.capsule {
  display: flex;
  align-items: center;
  min-width: 8.6em;
  padding: 0 14px 0 8px;
  border: 1.4px solid var(--edge);
  border-left: 0;
  border-radius: 0 99px 99px 0;
  background: var(--oilskin);
  color: var(--on-oilskin);
  font-size: 14px;
  font-weight: 700;
  letter-spacing: 0.08em;
}
.small .capsule {
  margin: 2px 0;
}
.large .capsule {
  margin: 3px 0;
  min-width: 7.4em;
  font-size: 20px;
}
/* Ready, and in no fish yet. */
.hollow .capsule {
  border-style: dashed;
}
.hollow .capsule,
.hollow .barb path,
.spent .capsule,
.spent .barb path {
  background: var(--sheet);
  fill: var(--sheet);
  color: var(--ink);
}
</style>
