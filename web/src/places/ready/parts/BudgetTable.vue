<script setup lang="ts">
import type { Schemas } from '@/api/client'
import { t } from '@/words/ready'

type Budget = Schemas['Outlook']['budgets'][number]
defineProps<{ budgets: Budget[]; name: (code: string) => string }>()

const liftText = (points: number[][]) =>
  points
    .map(([z, kg]) => t('ready.budgetTable.mKg', { z: z!.toFixed(0), kg: kg!.toFixed(2) }))
    .join(', ')
const W = 150
const H = 44
/** The lift that is left on the way down, drawn from the surface (left) to where it was caught. */
function curve(points: number[][]): string {
  const depth = points.at(-1)![0]!
  const most = points[0]![1]! || 1
  return points
    .map(
      ([z, kg], index) =>
        `${index ? 'L' : 'M'}${(z! / depth) * W} ${4 + (1 - kg! / most) * (H - 8)}`,
    )
    .join('')
}
</script>

<template>
  <section :aria-label="t('ready.budgetTable.budgets')">
    <h2>{{ t('ready.budgetTable.timeAndPressure') }}</h2>
    <table>
      <thead>
        <tr>
          <th>{{ t('ready.budgetTable.fish') }}</th>
          <th>{{ t('ready.budgetTable.singleLift') }}</th>
          <th>{{ t('ready.budgetTable.total') }}</th>
          <th>{{ t('ready.budgetTable.fight') }}</th>
          <th>{{ t('ready.budgetTable.pressure') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="budget in budgets" :key="budget.species_code">
          <th scope="row">
            {{ name(budget.species_code)
            }}<small class="soft">{{ budget.air.reasons.join('; ') }}</small>
          </th>
          <td v-if="budget.air.no_lift" colspan="2">{{ t('ready.budgetTable.notLifted') }}</td>
          <template v-else>
            <td class="figures">{{ budget.air.one_lift_seconds }} s</td>
            <td class="figures">{{ budget.air.total_seconds }} s</td>
          </template>
          <td class="figures">{{ budget.fight_seconds }} s</td>
          <td>
            <template v-if="!budget.pressure">{{ t('ready.budgetTable.noSwimBladder') }}</template>
            <template v-else-if="budget.pressure.lead_kg === null">{{
              t('ready.budgetTable.takeCareFromMInjury', {
                mind_from_m: budget.pressure.mind_from_m,
                likely_from_m: budget.pressure.likely_from_m,
              })
            }}</template>
            <div v-else class="pressure">
              <span>{{
                t('ready.budgetTable.kgOfLeadReleaseAt', {
                  lead_kg: budget.pressure.lead_kg.toFixed(2),
                  release_depth_m: budget.pressure.release_depth_m!.toFixed(0),
                })
              }}</span>
              <svg
                :viewBox="`0 0 ${W} ${H}`"
                role="img"
                :aria-label="
                  t('ready.budgetTable.liftLeftOnTheWay', {
                    residual_lift: liftText(budget.pressure.residual_lift),
                  })
                "
              >
                <path
                  class="under"
                  :d="`${curve(budget.pressure.residual_lift)}L${W} ${H}L0 ${H}Z`"
                />
                <path class="curve" :d="curve(budget.pressure.residual_lift)" />
              </svg>
              <small class="soft">{{
                t('ready.budgetTable.liftKgAtTheSurface', {
                  lift_kg: budget.pressure.lift_kg!.toFixed(2),
                  depth_m: budget.pressure.depth_m,
                })
              }}</small>
            </div>
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
table {
  width: 100%;
  border-collapse: collapse;
  background: var(--sheet);
}
th,
td {
  text-align: left;
  vertical-align: top;
  padding: 6px var(--gap-2);
  border-bottom: 1px solid var(--line);
}
thead th {
  border-bottom: 3px solid var(--kelp);
}
tbody th small {
  display: block;
  font-weight: var(--weight);
}
td.figures {
  white-space: nowrap;
  font-weight: 700;
}
.pressure {
  display: grid;
}
svg {
  width: 150px;
  height: 44px;
}
.under {
  fill: var(--sea);
}
.curve {
  fill: none;
  stroke: var(--sea-deep);
  stroke-width: 2;
}
@media (max-width: 520px) {
  th,
  td {
    padding: 4px;
    font-size: 15px;
  }
  svg {
    width: 90px;
  }
}
</style>
