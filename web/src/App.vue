<script setup lang="ts">
import { storeToRefs } from 'pinia'
import { defineAsyncComponent, ref, watchEffect } from 'vue'
import { RouterLink, RouterView } from 'vue-router'
import { t } from '@/words/text'
import { waiting } from './api/confirmation'
import { keepShell } from './offline/shell'
import PageOpening from './parts/PageOpening.vue'
import PlaceBar from './parts/PlaceBar.vue'
import { useLookStore } from './stores/look'
import { useSessionStore } from './stores/session'

const ConfirmPassword = defineAsyncComponent(() => import('./parts/ConfirmPassword.vue'))
useLookStore()
const { member, secondFactor } = storeToRefs(useSessionStore())
// Members keep the shell on their device; a finder who reports one tag need not download it.
watchEffect(() => {
  if (member.value) keepShell()
})
const bug = ref(false)
window.addEventListener('voucher:bug', () => (bug.value = true))
</script>

<template>
  <a class="unseen" href="#main">{{ t('common.app.skipToThePage') }}</a>
  <PlaceBar :member="member" />
  <div v-if="bug" class="bug" role="alert">
    {{ t('common.app.somethingWentWrongOnThis') }}
    <button type="button" @click="bug = false">{{ t('common.app.close') }}</button>
  </div>
  <p v-if="secondFactor === 'needed' && $route.path !== '/you'" class="bug" role="status">
    {{ t('common.app.coordinatorsSignInWithA') }}
    <RouterLink to="/you">{{ t('common.app.setUpASecondFactor') }}</RouterLink>
    {{ t('common.app.beforeYouGoOn') }}
  </p>
  <ConfirmPassword v-if="waiting" />
  <PageOpening />
  <main id="main">
    <RouterView />
  </main>
</template>

<style scoped>
main {
  flex: 1;
  display: flex;
  flex-direction: column;
  min-height: 0;
  padding-bottom: env(safe-area-inset-bottom);
}
.bug {
  background: var(--rust-soft);
  border-bottom: 2px solid var(--rust);
  padding: var(--gap-3) var(--gap-4);
}
.bug button {
  background: none;
  border: 0;
  text-decoration: underline;
  cursor: pointer;
}
</style>
