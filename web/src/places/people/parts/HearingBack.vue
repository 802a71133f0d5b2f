<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { door, type Hears } from '@/api/door'
import { useAct } from '@/api/useAct'
import TroubleNote from '@/parts/TroubleNote.vue'
import { t } from '@/words/people'
import RadioChoices from '@/parts/RadioChoices.vue'

/** How often a letter says that a fish of this member came back. */
const hears = ref<Hears | null>(null)
const { busy, refusal, notice, run } = useAct()
const CHOICES: Record<Hears, string> = {
  each: t('people.hearingBack.each'),
  monday: t('people.hearingBack.monday'),
  never: t('people.hearingBack.never'),
}
onMounted(() => run(async () => void (hears.value = (await door.hearing()).hears)))
const choose = (chosen: Hears) =>
  run(async () => {
    hears.value = (await door.chooseHearing(chosen)).hears
    notice.value = t('people.hearingBack.saved')
  })
</script>

<template>
  <RadioChoices
    :legend="t('people.hearingBack.title')"
    name="hears"
    :choices="CHOICES"
    :chosen="hears"
    :disabled="busy"
    @choose="choose"
  >
    <TroubleNote :trouble="refusal" />
    <p v-if="notice" role="status">{{ notice }}</p>
  </RadioChoices>
</template>
