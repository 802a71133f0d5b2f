<script setup lang="ts">
import { ref } from 'vue'
import { useRoute } from 'vue-router'
import { api } from '@/api/client'
import { useAct } from '@/api/useAct'
import TroubleNote from '@/parts/TroubleNote.vue'

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
    <h1>Your new address</h1>
    <p v-if="done" role="status">
      It is confirmed. Sign in with it from now on. <RouterLink to="/sign-in">Sign in</RouterLink>
    </p>
    <template v-else>
      <TroubleNote :trouble="refusal" />
      <p>Confirm that you want to sign in with this address.</p>
      <el-button type="primary" size="large" :loading="busy" @click="confirm">Confirm it</el-button>
    </template>
  </div>
</template>
