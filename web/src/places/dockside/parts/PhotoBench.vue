<script setup lang="ts">
import { ref } from 'vue'
import { lengthText, type Units } from '@/format/units'
import ChipRow from '@/parts/ChipRow.vue'
import TroubleNote from '@/parts/TroubleNote.vue'
import { useSessionStore } from '@/stores/session'
import { t } from '@/words/dockside'
import type { Bench } from '../useBench'
import BenchView from './BenchView.vue'

/** A photo with its marks, and beside it what they measure. */
const { bench } = defineProps<{
  bench: Bench
  photo: { id: string; shown_width_px: number; shown_height_px: number }
}>()
const session = useSessionStore()
const { mode, size, result, refusal, isComplete, next, proposed } = bench
const length = (mm: number) => lengthText(mm, session.units)
const UNITS = {
  metric: t('dockside.bench.centimetres'),
  imperial: t('dockside.bench.inches'),
}
const rulerUnit = ref<Units>('metric')
function chooseUnit(units: Units) {
  rulerUnit.value = units
  bench.takeRuler(units)
}
const MODES = {
  board: t('dockside.bench.fourCornersOfABoard'),
  scale: t('dockside.bench.twoMarksSeenFromStraight'),
}
</script>

<template>
  <div class="halves">
    <BenchView :bench="bench" :photo="photo" />
    <aside class="stack">
      <ChipRow
        :label="t('dockside.bench.knownSizesInThePhoto')"
        :options="MODES"
        :chosen="mode"
        @single="$event && (mode = $event as never)"
      />
      <div class="sizes row">
        <template v-if="mode === 'board'">
          <label
            >{{ t('dockside.bench.wide') }}
            <input v-model.number="size.width" type="number" min="10" max="5000" />
            {{ t('dockside.bench.mm') }}</label
          >
          <label
            >{{ t('dockside.bench.high') }}
            <input v-model.number="size.height" type="number" min="10" max="5000" />
            {{ t('dockside.bench.mm') }}</label
          >
        </template>
        <label v-else
          >{{ t('dockside.bench.apart') }}
          <input v-model.number="size.scale" type="number" min="1" max="5000" />
          {{ t('dockside.bench.mm') }}</label
        >
      </div>
      <template v-if="proposed && 'labels' in proposed">
        <p role="status">
          {{
            t('dockside.bench.rulerRead', { from: proposed.labels[0]!, to: proposed.labels[1]! })
          }}
        </p>
        <ChipRow
          :label="t('dockside.bench.rulerUnit')"
          :options="UNITS"
          :chosen="rulerUnit"
          @single="$event && chooseUnit($event as Units)"
        />
      </template>
      <p v-else-if="proposed" role="status">
        {{
          proposed.fish.length
            ? t('dockside.bench.proposed', { markers: proposed.markers })
            : t('dockside.bench.proposedBoard', { markers: proposed.markers })
        }}
        <span v-if="!proposed.is_flat" class="warn">{{ t('dockside.bench.boardBent') }}</span>
      </p>
      <p role="status">
        <template v-if="!isComplete"
          >{{ t('dockside.bench.mark') }} <b>{{ next }}</b>.</template
        ><template v-else>{{ t('dockside.bench.dragTheMarksAlongThe') }}</template>
      </p>
      <div class="row">
        <el-button :disabled="!bench.canUndo.value" @click="bench.undo">{{
          t('dockside.bench.undo')
        }}</el-button>
        <el-button @click="bench.remove">{{ t('dockside.bench.removeMark') }}</el-button>
        <el-button @click="bench.again">{{ t('dockside.bench.startAgain') }}</el-button>
      </div>
      <TroubleNote :trouble="refusal" />
      <section v-if="result" class="found" aria-live="polite">
        <p class="figure figures" data-testid="straight">{{ length(result.straight_mm) }}</p>
        <p>
          {{ t('dockside.bench.marginOfLength', { margin_mm: length(result.margin_mm) }) }}
        </p>
        <p class="soft">
          {{
            t('dockside.bench.alongTheMarksForComparison', { curve_mm: length(result.curve_mm) })
          }}
        </p>
        <p v-for="note in result.notes" :key="note" class="warn">{{ note }}</p>
        <p v-if="result.typed" :class="{ warn: !result.typed.agrees }">
          {{
            t('dockside.bench.measured', {
              how: result.typed.how,
              mm: length(result.typed.mm),
              off: result.typed.agrees
                ? t('dockside.bench.bothAgreeWithinTheirErrors')
                : t('dockside.bench.theyDifferBy', {
                    difference_mm: length(Math.abs(result.typed.difference_mm)),
                  }) + t('dockside.bench.moreThanBothErrorsExplain'),
            })
          }}
        </p>
        <slot name="save" />
      </section>
      <slot />
      <p class="soft keys">
        {{ t('dockside.bench.keysOnThePhotoM') }}
      </p>
    </aside>
  </div>
</template>

<style scoped>
.halves {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 340px;
  gap: var(--gap-4);
}
.row {
  align-items: normal;
}
.row > * {
  margin: 0;
}
.sizes input {
  width: 88px;
  min-height: 40px;
  padding: 0 8px;
  border: 1px solid var(--line-strong);
  border-radius: 8px;
  background: var(--sheet);
  color: var(--ink);
  font-size: 16px;
}
.found {
  display: grid;
  gap: 6px;
  padding: var(--gap-3);
  border: 1px solid var(--line);
  border-radius: var(--round);
  background: var(--sheet);
}
.figure {
  font-size: 40px;
  line-height: 1;
}
.warn {
  padding-left: var(--gap-2);
  border-left: 4px solid var(--rust);
}
.keys {
  font-size: 15px;
}
@media (max-width: 860px) {
  .halves {
    grid-template-columns: 1fr;
  }
}
</style>
