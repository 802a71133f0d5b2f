<script setup lang="ts">
import { ref } from 'vue'
import { api } from '@/api/client'
import { useAct } from '@/api/useAct'
import TroubleNote from '@/parts/TroubleNote.vue'
import { t } from '@/words/people'

/** The code of the second factor after the password, or one from paper when the phone is gone. */
const emit = defineEmits<{ entered: [] }>()
const { busy, refusal, run } = useAct()
const code = ref('')
const paper = ref(false)

const give = () =>
  run(async () => {
    const typed = code.value.replace(/\s/g, '')
    await (paper.value ? api.givePaperCode(typed) : api.giveSecondFactor(typed))
    emit('entered')
  })
</script>

<template>
  <el-form class="sheet" label-position="top" @submit.prevent="give">
    <h2>
      {{
        paper
          ? t('people.secondFactorAsk.aCodeFromPaper')
          : t('people.secondFactorAsk.theCodeFromYourPhone')
      }}
    </h2>
    <TroubleNote :trouble="refusal" />
    <el-form-item
      :label="
        paper ? t('people.secondFactorAsk.oneOfTheCodesYou') : t('people.secondFactorAsk.sixDigits')
      "
      for="code"
    >
      <el-input
        id="code"
        v-model="code"
        autofocus
        autocomplete="one-time-code"
        :inputmode="paper ? 'text' : 'numeric'"
        size="large"
      />
    </el-form-item>
    <el-button native-type="submit" type="primary" size="large" :loading="busy" :disabled="!code">
      {{ t('people.secondFactorAsk.continue') }}
    </el-button>
    <el-button link type="primary" @click="paper = !paper">
      {{
        paper
          ? t('people.secondFactorAsk.iHaveMyPhone')
          : t('people.secondFactorAsk.myPhoneIsGoneI')
      }}
    </el-button>
  </el-form>
</template>
