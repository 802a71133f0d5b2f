<script setup lang="ts">
import type { Schemas } from '@/api/client'
import WaterMap from '@/parts/WaterMap.vue'
import type { PickedPlace } from '@/parts/mapTypes'
import { HOOK_TYPE } from '@/words/fish'
import { BAIT, BARBS, COMPANY, CURRENT, KEEPING, PLATFORM, SKY } from '@/words/plan'
import { t } from '@/words/ready'
import ChoiceRow from './ChoiceRow.vue'
import NumberField from './NumberField.vue'

type Plan = Schemas['Plan']
const props = defineProps<{
  plan: Plan
  spots: Schemas['Spot'][]
  species: Schemas['SpeciesName'][]
  fields: Record<string, string>
  gauge: Schemas['Ready']['gauge']
}>()
const emit = defineEmits<{ change: [part: Partial<Plan>] }>()
const set = (part: Partial<Plan>) => emit('change', part)

/** A touch on the map picks the nearest spot. */
function pickNear(place: PickedPlace | null) {
  if (!place) return
  const narrow = Math.cos((place.lat_deg * Math.PI) / 180)
  const away = (spot: Schemas['Spot']) =>
    Math.hypot(spot.lat_deg - place.lat_deg, (spot.lon_deg - place.lon_deg) * narrow)
  const nearest = props.spots.toSorted((a, b) => away(a) - away(b))[0]
  if (nearest) set({ spot_code: nearest.code })
}
const here = () => {
  const spot = props.spots.find((spot) => spot.code === props.plan.spot_code)
  return spot ? [{ lat_deg: spot.lat_deg, lon_deg: spot.lon_deg, coarse: false }] : []
}
const hours = Array.from({ length: 25 }, (_, hour) => hour)
const hourText = (hour: number) => `${String(hour).padStart(2, '0')}:00`
</script>

<template>
  <section class="stack-2" :aria-label="t('ready.planForm.thePlan')">
    <h2>{{ t('ready.planForm.thePlan') }}</h2>
    <label
      >{{ t('ready.planForm.spot') }}
      <select
        class="field"
        :value="plan.spot_code"
        @change="set({ spot_code: ($event.target as HTMLSelectElement).value })"
      >
        <option v-for="spot in spots" :key="spot.code" :value="spot.code">{{ spot.name }}</option>
      </select>
    </label>
    <details>
      <summary>{{ t('ready.planForm.onTheMap') }}</summary>
      <WaterMap
        class="map"
        pickable
        :places="here()"
        :label="t('ready.planForm.mapTouchNearASpot')"
        @update:picked="pickNear"
      />
    </details>
    <div class="pair">
      <label
        >{{ t('ready.planForm.from') }}
        <select
          class="field"
          :value="plan.from_hour"
          @change="set({ from_hour: Number(($event.target as HTMLSelectElement).value) })"
        >
          <option v-for="hour in hours" :key="hour" :value="hour">{{ hourText(hour) }}</option>
        </select></label
      >
      <label
        >{{ t('ready.planForm.to') }}
        <select
          class="field"
          :value="plan.to_hour"
          @change="set({ to_hour: Number(($event.target as HTMLSelectElement).value) })"
        >
          <option v-for="hour in hours" :key="hour" :value="hour">{{ hourText(hour) }}</option>
        </select></label
      >
    </div>
    <ChoiceRow
      :label="t('ready.planForm.platform')"
      :options="PLATFORM"
      :value="plan.platform"
      @choose="set({ platform: $event as Plan['platform'] })"
    />
    <ChoiceRow
      :label="t('ready.planForm.company')"
      :options="COMPANY"
      :value="plan.alone ? 'alone' : 'crew'"
      @choose="set({ alone: $event === 'alone' })"
    />
    <label
      >{{ t('ready.planForm.expectedFish') }}
      <el-select
        :model-value="plan.species_codes"
        multiple
        filterable
        size="large"
        :multiple-limit="20"
        :aria-label="t('ready.planForm.expectedFish')"
        @update:model-value="$event.length && set({ species_codes: $event })"
      >
        <el-option
          v-for="choice in species"
          :key="choice.code"
          :value="choice.code"
          :label="choice.common_name"
        />
      </el-select>
    </label>
    <div class="pair">
      <NumberField
        :label="t('ready.planForm.depthFromM')"
        :placeholder="t('ready.planForm.notSet')"
        :value="plan.depth_from_m"
        :fault="fields['plan.depth_from_m']"
        @change="set({ depth_from_m: $event })"
      />
      <NumberField
        :label="t('ready.planForm.toM')"
        :placeholder="t('ready.planForm.notSet')"
        :value="plan.depth_to_m"
        :fault="fields['plan.depth_to_m'] ?? fields.depth_to_m"
        @change="set({ depth_to_m: $event })"
      />
    </div>
    <div class="pair">
      <NumberField
        :label="t('ready.planForm.waterSurfaceC')"
        :value="plan.surface_temp_c"
        :fault="fields['plan.surface_temp_c']"
        @change="set({ surface_temp_c: $event })"
      />
      <NumberField
        :label="t('ready.planForm.bottomC')"
        :value="plan.bottom_temp_c"
        :fault="fields['plan.bottom_temp_c']"
        @change="set({ bottom_temp_c: $event })"
      />
    </div>
    <p class="soft gauge">
      <template v-if="gauge"
        >{{ t('ready.planForm.theGaugeReadsC', { water_temp_c: gauge.water_temp_c.toFixed(1) }) }}
        <button
          v-if="plan.surface_temp_c !== gauge.water_temp_c"
          type="button"
          class="link"
          @click="set({ surface_temp_c: gauge.water_temp_c })"
        >
          {{ t('ready.planForm.useThis') }}
        </button></template
      >
      <template v-else>{{ t('ready.planForm.theGaugeDoesNotAnswer') }}</template>
    </p>
    <div class="pair">
      <NumberField
        :label="t('ready.planForm.airC')"
        :value="plan.air_temp_c"
        :fault="fields['plan.air_temp_c']"
        @change="set({ air_temp_c: $event })"
      />
      <NumberField
        :label="t('ready.planForm.handAboveWaterM')"
        :value="plan.height_m"
        :placeholder="t('ready.planForm.usual')"
        :fault="fields['plan.height_m']"
        @change="set({ height_m: $event })"
      />
    </div>
    <ChoiceRow
      :label="t('ready.planForm.sky')"
      :options="SKY"
      :value="plan.sun ? 'sun' : 'cloud'"
      @choose="set({ sun: $event === 'sun' })"
    />
    <ChoiceRow
      :label="t('ready.planForm.current')"
      :options="CURRENT"
      :value="plan.current"
      @choose="set({ current: $event as Plan['current'] })"
    />
    <ChoiceRow
      :label="t('ready.planForm.bait')"
      :options="BAIT"
      :value="plan.bait"
      @choose="set({ bait: $event as Plan['bait'] })"
    />
    <ChoiceRow
      :label="t('ready.planForm.hook')"
      :options="HOOK_TYPE"
      :value="plan.hook"
      @choose="set({ hook: $event as Plan['hook'] })"
    />
    <ChoiceRow
      :label="t('ready.planForm.barbs')"
      :options="BARBS"
      :value="plan.barbs"
      @choose="set({ barbs: $event as Plan['barbs'] })"
    />
    <ChoiceRow
      :label="t('ready.planForm.forTheTable')"
      :options="KEEPING"
      :value="plan.keeps ? 'keep' : 'release'"
      @choose="set({ keeps: $event === 'keep' })"
    />
  </section>
</template>

<style scoped>
label {
  display: grid;
  gap: 2px;
  font-size: 15px;
}
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: var(--gap-2);
}
.field {
  min-height: 44px;
}
.map :deep(.map) {
  height: 260px;
}
.gauge {
  font-size: 15px;
}
summary {
  cursor: pointer;
  text-decoration: underline;
  font-size: 15px;
}
</style>
