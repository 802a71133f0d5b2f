<script setup lang="ts">
import { ref } from 'vue'
import { useRouter } from 'vue-router'
import { api } from '@/api/client'
import { useAct } from '@/api/useAct'
import OwnArchive from '@/parts/OwnArchive.vue'
import TroubleNote from '@/parts/TroubleNote.vue'
import { useSessionStore } from '@/stores/session'
import { t } from '@/words/people'

/** Leaving for good: what goes, what stays and why, and the record to take along. */
const session = useSessionStore()
const router = useRouter()
const { busy, refusal, run } = useAct()
const password = ref('')
const isSure = ref(false)

const forget = () =>
  run(async () => {
    await api.beForgotten({ password: password.value })
    await session.forgotten()
    await router.push({ path: '/sign-in', query: { forgotten: 'yes' } })
  })
</script>

<template>
  <details class="forget">
    <summary>{{ t('people.beForgotten.leaveAndBeForgotten') }}</summary>
    <p>
      {{ t('people.beForgotten.downloadYourRecordFirstEvery') }}
    </p>
    <OwnArchive />
    <p>
      <strong>{{ t('people.beForgotten.removed') }}</strong>
      {{ t('people.beForgotten.yourNamePublicNameAddress') }}
    </p>
    <p>
      <strong>{{ t('people.beForgotten.kept') }}</strong>
      {{ t('people.beForgotten.theFishWithTheirTags') }}
    </p>
    <el-form label-position="top" @submit.prevent="forget">
      <TroubleNote :trouble="refusal" />
      <el-form-item
        :label="t('people.beForgotten.yourPassword')"
        for="forget_password"
        :error="refusal?.fields.password"
      >
        <el-input
          id="forget_password"
          v-model="password"
          type="password"
          autocomplete="current-password"
          show-password
        />
      </el-form-item>
      <label class="tick">
        <input v-model="isSure" type="checkbox" />
        {{ t('people.beForgotten.thisCannotBeUndoneI') }}
      </label>
      <el-button
        native-type="submit"
        type="danger"
        :loading="busy"
        :disabled="!password || !isSure"
      >
        {{ t('people.beForgotten.forgetMe') }}
      </el-button>
    </el-form>
  </details>
</template>

<style scoped>
.forget {
  width: 100%;
}
.forget p {
  margin: 0 0 var(--gap-3);
}
.forget summary {
  min-height: 44px;
  font-weight: 600;
  cursor: pointer;
}
.tick {
  display: flex;
  gap: var(--gap-2);
  align-items: center;
  min-height: 44px;
}
</style>
