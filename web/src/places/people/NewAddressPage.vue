<script setup lang="ts">
import { ref } from 'vue'
import { useRoute } from 'vue-router'
import { api } from '@/api/client'
import { useAct } from '@/api/useAct'
import TroubleNote from '@/parts/TroubleNote.vue'
import { t } from '@/words/people'

const route = useRoute()
const { busy, refusal, run } = useAct()
const done = ref(false)

const confirm = () =>
  run(async () => {
    await api.confirmAddress({ key: String(route.query.key ?? '') })
    done.value = true
  })
</script>

<template>
  <div class="page narrow">
    <h1>{{ t('people.newAddress.confirmYourNewAddress') }}</h1>
    <p v-if="done" role="status">
      {{ t('people.newAddress.itIsConfirmedSignIn') }}
      <RouterLink to="/sign-in">{{ t('people.newAddress.signIn') }}</RouterLink>
    </p>
    <template v-else>
      <TroubleNote :trouble="refusal" />
      <p>{{ t('people.newAddress.confirmThatYouWantTo') }}</p>
      <el-button type="primary" size="large" :loading="busy" @click="confirm">{{
        t('people.newAddress.confirmAddress')
      }}</el-button>
    </template>
  </div>
</template>
