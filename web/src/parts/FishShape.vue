<template>
  <svg class="fish" viewBox="0 0 240 110" role="img" aria-label="Drawing of a fish with a tag">
    <path
      class="body"
      d="M8 58C30 30 70 18 112 20c38 2 66 14 88 32l30-26c-8 20-8 42 0 62l-30-26
         c-26 22-62 32-98 30C62 90 28 80 8 58Z"
    />
    <path
      class="fin"
      d="M84 22C96 6 118 4 132 6c4 6 8 12 14 22M150 30c12-4 20-2 26 8M96 92
         c2 8 8 12 16 14 4-4 6-10 6-14M150 82c4 6 10 8 16 8 4-6 4-10 2-16"
    />
    <path class="line" d="M52 44c10 10 10 26 0 36M58 56c50-12 100-8 146 0" />
    <path class="mouth" d="M8 58c8 3 14 4 22 3" />
    <circle cx="34" cy="50" r="4.5" />
    <path class="tag" d="M118 40l-9-9m9 9h46a4 4 0 0 1 0 8h-46z" />
  </svg>
</template>

<style scoped>
.body {
  fill: var(--sea);
  stroke: var(--ink);
  stroke-width: 1.6;
}
.fin,
.line,
.mouth {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.4;
}
.line {
  stroke: var(--sea-deep);
}
circle {
  fill: var(--ink);
}
.tag {
  fill: var(--oilskin);
  stroke: var(--ink);
  stroke-width: 1.4;
}
</style>
