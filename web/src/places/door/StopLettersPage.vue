<script setup lang="ts">
import { onMounted, shallowRef } from 'vue'
import { door } from '@/api/door'
import { useAct } from '@/api/useAct'
import TroubleNote from '@/parts/TroubleNote.vue'
import { t } from '@/words/door'

/** Ends the letters about fish that came back, by the address under such a letter. */
const { stopKey } = defineProps<{ stopKey: string }>()
const choice = shallowRef<Awaited<ReturnType<typeof door.letters>> | null>(null)
const { busy, refusal, run } = useAct()
onMounted(() => run(async () => void (choice.value = await door.letters(stopKey))))
const stop = () => run(async () => void (choice.value = await door.stopLetters(stopKey)))
</script>

<template>
  <div class="page narrow stack">
    <h1>{{ t('door.stopLetters.title') }}</h1>
    <TroubleNote :trouble="refusal" />
    <el-skeleton v-if="!choice && !refusal" :rows="3" animated />
    <template v-if="choice">
      <p v-if="choice.hears === 'never'" role="status">
        {{ t('door.stopLetters.stopped') }}
      </p>
      <template v-else>
        <p>{{ t('door.stopLetters.about') }}</p>
        <div>
          <el-button type="primary" size="large" :loading="busy" @click="stop">{{
            t('door.stopLetters.stop')
          }}</el-button>
        </div>
      </template>
      <p>
        <RouterLink to="/you">{{ t('door.stopLetters.choose') }}</RouterLink>
      </p>
    </template>
  </div>
</template>
