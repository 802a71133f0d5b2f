<script setup lang="ts">
import { ref } from 'vue'
import { api } from '@/api/client'
import { useAct } from '@/api/useAct'
import TroubleNote from '@/parts/TroubleNote.vue'
import { t } from '@/words/people'

const { busy, refusal, notice, run } = useAct()
const email = ref('')
const password = ref('')

const change = () =>
  run(async () => {
    await api.changeAddress({ email: email.value.trim(), password: password.value })
    notice.value = t('people.ownAddress.aLetterIsOnIts', { trim: email.value.trim() })
    email.value = password.value = ''
  })
</script>

<template>
  <el-form label-position="top" @submit.prevent="change">
    <h2>{{ t('people.ownAddress.changeYourEMailAddress') }}</h2>
    <TroubleNote :trouble="refusal" />
    <p v-if="notice" role="status">{{ notice }}</p>
    <el-form-item
      :label="t('people.ownAddress.newAddress')"
      for="new_email"
      :error="refusal?.fields.email"
    >
      <el-input id="new_email" v-model="email" type="email" autocomplete="email" />
    </el-form-item>
    <el-form-item
      :label="t('people.ownAddress.yourPassword')"
      for="address_password"
      :error="refusal?.fields.password"
    >
      <el-input
        id="address_password"
        v-model="password"
        type="password"
        autocomplete="current-password"
        show-password
      />
    </el-form-item>
    <el-button native-type="submit" type="primary" :loading="busy" :disabled="!email || !password">
      {{ t('people.ownAddress.sendTheLetter') }}
    </el-button>
  </el-form>
</template>
