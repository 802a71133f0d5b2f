<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { api } from '@/api/client'
import { waiting } from '@/api/confirmation'
import { useAct } from '@/api/useAct'
import TroubleNote from '@/parts/TroubleNote.vue'
import { t } from '@/words/text'

/** The password once more, before what a session left open must not do. */
const box = ref<HTMLDialogElement | null>(null)
const password = ref('')
const { busy, refusal, run } = useAct()
onMounted(() => box.value?.showModal())

async function confirm() {
  if (await run(async () => void (await api.confirm(password.value)))) waiting.value?.(true)
}
</script>

<template>
  <dialog ref="box" aria-labelledby="confirm-title" @cancel.prevent="waiting?.(false)">
    <form class="stack" @submit.prevent="confirm">
      <h2 id="confirm-title">{{ t('common.confirmPassword.enterYourPasswordAgain') }}</h2>
      <p>
        {{ t('common.confirmPassword.thisShowsExactPlacesOr') }}
      </p>
      <label>
        {{ t('common.confirmPassword.password') }}
        <input
          v-model="password"
          class="field"
          type="password"
          autocomplete="current-password"
          autofocus
          required
        />
      </label>
      <TroubleNote :trouble="refusal" />
      <div class="choice">
        <el-button size="large" type="primary" native-type="submit" :loading="busy">{{
          t('common.confirmPassword.continue')
        }}</el-button>
        <button type="button" class="quiet" @click="waiting?.(false)">
          {{ t('common.confirmPassword.cancel') }}
        </button>
      </div>
    </form>
  </dialog>
</template>

<style scoped>
dialog {
  margin: auto;
  max-width: min(28rem, calc(100vw - 2rem));
  padding: var(--gap-4);
  color: var(--ink);
  background: var(--paper);
  border: 2px solid var(--ink);
  border-radius: var(--round);
}
dialog::backdrop {
  background: rgb(0 0 0 / 45%);
}
.choice {
  display: flex;
  gap: var(--gap-3);
}
label {
  display: grid;
  gap: var(--gap-1);
}
</style>
