<script setup lang="ts">
import { ref } from 'vue'
import { useRouter } from 'vue-router'
import { api } from '@/api/client'
import { useAct } from '@/api/useAct'
import OwnArchive from '@/parts/OwnArchive.vue'
import TroubleNote from '@/parts/TroubleNote.vue'
import { useSessionStore } from '@/stores/session'

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
    <summary>Leave, and be forgotten</summary>
    <p>
      Take your record with you first: every fish with its places and pictures, in a form that other
      programs read.
    </p>
    <OwnArchive />
    <p>
      <strong>What goes:</strong> your name, also the public one, your address and sign-in, permit,
      gear, practice, tracks of your trips, and letters to you.
    </p>
    <p>
      <strong>What stays:</strong> the fish, their tags, places and pictures, as of a former member,
      because other fish are judged by them; what was decided and by which reason; and in the sealed
      ledger of settings what a coordinator once entered of you, which is shown to nobody and which
      nobody can change. Backups that were made before keep you until they are thrown away.
    </p>
    <el-form label-position="top" @submit.prevent="forget">
      <TroubleNote :trouble="refusal" />
      <el-form-item label="Your password" for="forget_password" :error="refusal?.fields.password">
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
        This cannot be taken back. I have my record, or do not want it.
      </label>
      <el-button
        native-type="submit"
        type="danger"
        :loading="busy"
        :disabled="!password || !isSure"
      >
        Forget me
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
