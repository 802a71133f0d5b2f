<script setup lang="ts">
import { t } from '@/words/finds'
/** How to read what is left of a number: four drawings of our own. */
withDefaults(defineProps<{ prefix?: string }>(), { prefix: 'AB' })
/** The digits of the drawn tags. */
const EXAMPLE = '004217'
const PAIRS = ['0 8', '0 6', '1 7', '3 8', '5 6', '6 8']
</script>

<template>
  <section class="guide" :aria-label="t('finds.tagGuide.howToReadAWorn')">
    <figure>
      <svg viewBox="0 0 240 74" role="img" :aria-label="t('finds.tagGuide.aTagWithGreenGrowth')">
        <path class="tag" d="M18 37l24 -9v-4h168a14 14 0 0 1 0 28h-168v-4z" />
        <text x="58" y="45">{{ prefix + EXAMPLE }}</text>
        <path
          class="growth"
          d="M120 20q10 -8 22 2t24 0q12 4 8 16t-14 18q-18 6 -30 -2t-12 -16t2 -18z"
        />
        <path class="rub" d="M150 60l20 -30m-14 34l20 -30" />
      </svg>
      <figcaption>
        <b>{{ t('finds.tagGuide.overgrown') }}</b> {{ t('finds.tagGuide.wetTheTagAndRub') }}
      </figcaption>
    </figure>
    <figure>
      <svg
        viewBox="0 0 240 84"
        role="img"
        :aria-label="t('finds.tagGuide.aTagWithOneCharacter', { prefix })"
      >
        <path class="tag" d="M18 37l24 -9v-4h168a14 14 0 0 1 0 28h-168v-4z" />
        <text x="58" y="45">{{ prefix + EXAMPLE.slice(0, 2) }}</text>
        <text x="112" y="45" class="worn">{{ EXAMPLE[2] }}</text>
        <text x="126" y="45">{{ EXAMPLE.slice(3) }}</text>
        <text x="58" y="80" class="typed">{{ prefix + EXAMPLE.replace('4', '?') }}</text>
      </svg>
      <figcaption>
        <b>{{ t('finds.tagGuide.oneCharacterGone') }}</b>
        {{ t('finds.tagGuide.holdTheTagSlantwiseTo') }}
      </figcaption>
    </figure>
    <figure>
      <svg
        viewBox="0 0 240 84"
        role="img"
        :aria-label="t('finds.tagGuide.aTagCutOffBehind', { prefix })"
      >
        <path class="tag" d="M18 37l24 -9v-4h100l-8 8l10 7l-10 7l8 10h-100v-4z" />
        <text x="58" y="45">{{ prefix + EXAMPLE.slice(0, 3) }}</text>
        <text x="58" y="80" class="typed">{{ prefix + EXAMPLE.slice(0, 3) }}*</text>
      </svg>
      <figcaption>
        <b>{{ t('finds.tagGuide.cutOrBittenOff') }}</b>
        {{ t('finds.tagGuide.typeTheCharactersThatAre') }}
      </figcaption>
    </figure>
    <figure>
      <div class="pairs" aria-hidden="true">
        <span v-for="pair in PAIRS" :key="pair" class="figures">{{ pair }}</span>
      </div>
      <figcaption>
        <b>{{ t('finds.tagGuide.easilyMistaken') }}</b>
        {{
          t('finds.tagGuide.theNumberIsOnBoth', {
            and: PAIRS.map((pair) => pair.replace(' ', t('finds.tagGuide.and'))).join(', '),
          })
        }}
      </figcaption>
    </figure>
    <p class="soft">
      {{ t('finds.tagGuide.leaveTheTagInA') }}
    </p>
  </section>
</template>

<style scoped>
.guide {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(220px, 1fr));
  gap: var(--gap-3);
  width: 100%;
  margin: var(--gap-2) 0;
  padding: var(--gap-3);
  border: 1px solid var(--line);
  border-radius: var(--round);
  background: var(--sheet);
}
figcaption,
.guide p {
  font-size: 16px;
  line-height: 1.35;
}
.guide p {
  grid-column: 1 / -1;
}
svg {
  width: 100%;
  max-width: 260px;
}
text {
  font-family: var(--font-figures);
  font-size: 22px;
  font-weight: 700;
  fill: var(--on-oilskin);
}
.worn {
  opacity: 0.25;
}
.typed {
  font-size: 18px;
  fill: var(--ink);
}
.tag {
  fill: var(--oilskin);
  stroke: var(--ink);
  stroke-width: 1.5;
}
.growth {
  fill: var(--land-edge);
  opacity: 0.85;
}
.rub {
  stroke: var(--sheet);
  stroke-width: 5;
  stroke-linecap: round;
}
.pairs {
  display: flex;
  flex-wrap: wrap;
  gap: var(--gap-2);
  font-size: 22px;
  font-weight: 700;
}
.pairs span {
  border: 1px solid var(--line-strong);
  border-radius: 8px;
  padding: 2px 10px;
}
</style>
