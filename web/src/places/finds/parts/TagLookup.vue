<script setup lang="ts">
import { ref } from 'vue'
import { api, type Schemas } from '@/api/client'
import { useAct } from '@/api/useAct'
import { lengthText, shortDateText } from '@/format/units'
import TroubleNote from '@/parts/TroubleNote.vue'
import { useSessionStore } from '@/stores/session'
import { t } from '@/words/finds'

/** Any tag of ours, also of a fish that nobody has caught again. */
const props = defineProps<{ species: Schemas['SpeciesName'][] }>()
const session = useSessionStore()
const typed = ref('')
const reading = ref<{
  number: string
  fish: Awaited<ReturnType<typeof api.readTag>>['fish']
} | null>(null)
const { busy, refusal, run } = useAct()
const name = (code: string) =>
  props.species.find((species) => species.code === code)?.common_name ?? code
const look = () =>
  run(async () => {
    const number = typed.value.trim()
    reading.value = { number, fish: (await api.readTag(number)).fish }
  })
</script>

<template>
  <form
    class="lookup row"
    role="search"
    :aria-label="t('finds.tagLookup.lookUpATag')"
    @submit.prevent="look"
  >
    <label
      >{{ t('finds.tagLookup.lookUpATag') }}
      <input
        v-model="typed"
        class="field"
        maxlength="40"
        autocapitalize="characters"
        autocomplete="off"
        data-testid="lookup"
    /></label>
    <el-button native-type="submit" :loading="busy" :disabled="!typed.trim()">{{
      t('finds.tagLookup.lookUp')
    }}</el-button>
    <p v-if="reading" role="status">
      <template v-if="reading.fish"
        >{{
          t('finds.tagLookup.tagged', {
            species_code: name(reading.fish.species_code),
            released_on: shortDateText(reading.fish.released_on),
          })
        }}<template v-if="reading.fish.length_mm">
          {{
            t('finds.tagLookup.at', { units: lengthText(reading.fish.length_mm, session.units) })
          }}</template
        >.
        <RouterLink :to="`/story/${reading.fish.story_key}`">{{
          t('finds.tagLookup.itsStory')
        }}</RouterLink></template
      >
      <template v-else>{{
        t('finds.tagLookup.noFishOfOursCarries', { number: reading.number })
      }}</template>
    </p>
    <TroubleNote :trouble="refusal" />
  </form>
</template>

<style scoped>
p {
  margin: 0;
}
</style>
