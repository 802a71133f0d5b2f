<script setup lang="ts">
import { ref } from 'vue'
import { useRoute } from 'vue-router'
import { api } from '@/api/client'
import { trouble, type Trouble } from '@/api/refusal'
import TroubleNote from '@/parts/TroubleNote.vue'
import { t } from '@/words/people'

const route = useRoute()
const password = ref('')
const refusal = ref<Trouble | null>(null)
const done = ref(false)

async function save() {
  refusal.value = null
  try {
    await api.resetPassword({ key: String(route.query.key ?? ''), password: password.value })
    done.value = true
  } catch (thrown) {
    refusal.value = trouble(thrown)
  }
}
</script>

<template>
  <div class="page narrow">
    <h1>{{ t('people.newPassword.setANewPassword') }}</h1>
    <p v-if="done" role="status">
      {{ t('people.newPassword.yourPasswordIsSet') }}
      <RouterLink to="/sign-in">{{ t('people.newPassword.signIn') }}</RouterLink>
    </p>
    <el-form v-else label-position="top" @submit.prevent="save">
      <TroubleNote :trouble="refusal" />
      <el-form-item :label="t('people.newPassword.newPassword')" for="password">
        <el-input
          id="password"
          v-model="password"
          type="password"
          autocomplete="new-password"
          show-password
          size="large"
        />
      </el-form-item>
      <el-button
        native-type="submit"
        type="primary"
        size="large"
        :disabled="password.length < 10"
        >{{ t('people.newPassword.setPassword') }}</el-button
      >
    </el-form>
  </div>
</template>
