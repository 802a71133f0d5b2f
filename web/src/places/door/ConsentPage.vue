<script setup lang="ts">
import { onMounted, shallowRef } from 'vue'
import { door } from '@/api/door'
import { useAct } from '@/api/useAct'
import TroubleNote from '@/parts/TroubleNote.vue'
import { t } from '@/words/door'

/** A guardian reads what a junior asked for, and consents. */
const { consentKey } = defineProps<{ consentKey: string }>()
const asked = shallowRef<Awaited<ReturnType<typeof door.consent>> | null>(null)
const { busy, refusal, run } = useAct()
onMounted(() => run(async () => void (asked.value = await door.consent(consentKey))))
const give = () => run(async () => void (asked.value = await door.giveConsent(consentKey)))
</script>

<template>
  <div class="page narrow stack">
    <TroubleNote :trouble="refusal" />
    <el-skeleton v-if="!asked && !refusal" :rows="5" animated />
    <template v-if="asked">
      <h1>{{ t('door.consent.title', { name: asked.name }) }}</h1>
      <p>{{ t('door.consent.what', { name: asked.name, programme: asked.programme }) }}</p>
      <ul>
        <li>{{ t('door.consent.onTheWater') }}</li>
        <li>{{ t('door.consent.tools') }}</li>
        <li>{{ t('door.consent.shown') }}</li>
        <li>{{ t('door.consent.end') }}</li>
      </ul>
      <p v-if="asked.consented" role="status">
        <b>{{ t('door.consent.given') }}</b>
      </p>
      <el-button v-else type="primary" size="large" :loading="busy" @click="give">{{
        t('door.consent.give', { name: asked.name })
      }}</el-button>
    </template>
  </div>
</template>
