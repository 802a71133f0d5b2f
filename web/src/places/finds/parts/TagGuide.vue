<script setup lang="ts">
/** How to read what is left of a number: four drawings of our own. */
withDefaults(defineProps<{ prefix?: string }>(), { prefix: 'AB' })
const PAIRS = ['0 8', '0 6', '1 7', '3 8', '5 6', '6 8']
</script>

<template>
  <section class="guide" aria-label="How to read a worn tag">
    <figure>
      <svg
        viewBox="0 0 240 74"
        role="img"
        aria-label="A tag with green growth over two characters, half of them rubbed free"
      >
        <path class="tag" d="M18 37l24 -9v-4h168a14 14 0 0 1 0 28h-168v-4z" />
        <text x="58" y="45">{{ prefix }}004217</text>
        <path
          class="growth"
          d="M120 20q10 -8 22 2t24 0q12 4 8 16t-14 18q-18 6 -30 -2t-12 -16t2 -18z"
        />
        <path class="rub" d="M150 60l20 -30m-14 34l20 -30" />
      </svg>
      <figcaption>
        <b>Overgrown.</b> Wet it and rub along the tag with a fingernail or a cloth. Do not pull:
        the fish may go back with it.
      </figcaption>
    </figure>
    <figure>
      <svg
        viewBox="0 0 240 84"
        role="img"
        :aria-label="`A tag with one character worn away, read as ${prefix}00 question mark 217`"
      >
        <path class="tag" d="M18 37l24 -9v-4h168a14 14 0 0 1 0 28h-168v-4z" />
        <text x="58" y="45">{{ prefix }}00</text>
        <text x="112" y="45" class="worn">4</text>
        <text x="126" y="45">217</text>
        <text x="58" y="80" class="typed">{{ prefix }}00?217</text>
      </svg>
      <figcaption>
        <b>One character gone.</b> Hold it slantwise to the light; the print leaves a dent. If it
        stays unread, type <b class="figures">?</b> for it.
      </figcaption>
    </figure>
    <figure>
      <svg
        viewBox="0 0 240 84"
        role="img"
        :aria-label="`A tag cut off behind the fifth character, read as ${prefix}004 star`"
      >
        <path class="tag" d="M18 37l24 -9v-4h100l-8 8l10 7l-10 7l8 10h-100v-4z" />
        <text x="58" y="45">{{ prefix }}004</text>
        <text x="58" y="80" class="typed">{{ prefix }}004*</text>
      </svg>
      <figcaption>
        <b>Cut or bitten off.</b> Type what is left and <b class="figures">*</b> for the rest, at
        either end.
      </figcaption>
    </figure>
    <figure>
      <div class="pairs" aria-hidden="true">
        <span v-for="pair in PAIRS" :key="pair" class="figures">{{ pair }}</span>
      </div>
      <figcaption>
        <b>Easily mistaken:</b> {{ PAIRS.map((pair) => pair.replace(' ', ' and ')).join(', ') }}.
        The number stands on both sides; read it twice, and take a photo.
      </figcaption>
    </figure>
    <p class="soft">
      Leave the tag in a fish that you let go. Keep the fish in the water while you read.
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
