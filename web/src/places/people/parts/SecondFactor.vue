<script setup lang="ts">
import { computed, onMounted, ref, shallowRef } from 'vue'
import { api } from '@/api/client'
import { Refusal } from '@/api/refusal'
import { useAct } from '@/api/useAct'
import TroubleNote from '@/parts/TroubleNote.vue'
import { useSessionStore } from '@/stores/session'
import { t } from '@/words/people'

/**
 * A code from a phone beside the password: set up, switched off, and the codes on paper for when
 * the phone is gone.
 */
const session = useSessionStore()
const { busy, refusal, run } = useAct()
const there = shallowRef<{ set_up: boolean; paper_codes: number } | null>(null)
const secret = shallowRef<{ otp_secret: string; otp_raw_secret: string } | null>(null)
const picture = ref('')
const password = ref('')
const code = ref('')
const paper = ref<string[]>([])
/** In fours, so that it can be typed when nothing can be scanned. */
const typed = computed(() => secret.value?.otp_secret.match(/.{1,4}/g)?.join(' '))

const look = async () => void (there.value = await api.secondFactor())
onMounted(() => run(look))

/** The server gives a fresh secret in the refusal of a call that brings none. */
const begin = () =>
  run(async () => {
    try {
      await api.setUpSecondFactor({})
    } catch (thrown) {
      const details = thrown instanceof Refusal ? (thrown.details as typeof secret.value) : null
      if (!details?.otp_secret) throw thrown
      secret.value = details
      picture.value = (await api.secondFactorPicture(details.otp_secret)).svg
    }
  })

const finish = () =>
  run(async () => {
    await api.setUpSecondFactor({
      ...secret.value!,
      password: password.value,
      code: code.value.replace(/\s/g, ''),
    })
    paper.value = (await api.paperCodes(password.value)).codes ?? []
    secret.value = null
    password.value = code.value = ''
    await Promise.all([look(), session.load()])
  })

const switchOff = () =>
  run(async () => {
    await api.switchOffSecondFactor(password.value)
    password.value = ''
    paper.value = []
    await Promise.all([look(), session.load()])
  })

const show = () =>
  run(async () => {
    paper.value = (await api.paperCodes(password.value)).codes ?? []
    password.value = ''
  })
</script>

<template>
  <section class="factor" aria-labelledby="factor">
    <h2 id="factor">{{ t('people.secondFactor.secondFactor') }}</h2>
    <TroubleNote :trouble="refusal" />
    <template v-if="secret">
      <p>{{ t('people.secondFactor.stepScan') }}</p>
      <!-- eslint-disable vue/no-v-html -- our own server's drawing of our own link -->
      <div
        class="code"
        role="img"
        :aria-label="t('people.secondFactor.codeToScan')"
        v-html="picture"
      ></div>
      <!-- eslint-enable vue/no-v-html -->
      <p class="figures">{{ typed }}</p>
      <el-form label-position="top" @submit.prevent="finish">
        <el-form-item :label="t('people.secondFactor.stepPassword')" for="factor_password">
          <el-input
            id="factor_password"
            v-model="password"
            type="password"
            autocomplete="current-password"
            show-password
          />
        </el-form-item>
        <el-form-item :label="t('people.secondFactor.stepDigits')" for="factor_code">
          <el-input
            id="factor_code"
            v-model="code"
            inputmode="numeric"
            autocomplete="one-time-code"
          />
        </el-form-item>
        <el-button
          native-type="submit"
          type="primary"
          :loading="busy"
          :disabled="!password || !code"
          >{{ t('people.secondFactor.setUp') }}</el-button
        >
        <el-button @click="secret = null">{{ t('people.secondFactor.cancel') }}</el-button>
      </el-form>
    </template>
    <template v-else-if="there?.set_up">
      <p>{{ t('people.secondFactor.theSecondFactorIsSet', { paper_codes: there.paper_codes }) }}</p>
      <el-form label-position="top" @submit.prevent="show">
        <el-form-item :label="t('people.secondFactor.yourPasswordToSeeThe')" for="factor_password">
          <el-input
            id="factor_password"
            v-model="password"
            type="password"
            autocomplete="current-password"
            show-password
          />
        </el-form-item>
        <el-button native-type="submit" :loading="busy" :disabled="!password">{{
          t('people.secondFactor.showTheCodes')
        }}</el-button>
        <el-button :loading="busy" :disabled="!password" @click="switchOff">{{
          t('people.secondFactor.switchItOff')
        }}</el-button>
      </el-form>
    </template>
    <template v-else-if="there">
      <p>
        {{ t('people.secondFactor.withASecondFactorNobody') }}
        <b v-if="session.secondFactor === 'needed'">{{
          t('people.secondFactor.coordinatorsNeedASecondFactor')
        }}</b>
      </p>
      <el-button type="primary" :loading="busy" @click="begin">{{
        t('people.secondFactor.setUpASecondFactor')
      }}</el-button>
    </template>
    <div v-if="paper.length" class="paper">
      <p>
        {{ t('people.secondFactor.writeTheseCodesDownAnd') }}
      </p>
      <ol class="figures">
        <li v-for="spare in paper" :key="spare">{{ spare }}</li>
      </ol>
    </div>
  </section>
</template>

<style scoped>
.factor,
.factor form,
.paper {
  display: grid;
  gap: var(--gap-2);
  justify-items: start;
  width: 100%;
}
.factor :deep(.el-form-item) {
  width: 100%;
  margin: 0;
}
.factor :deep(.el-button + .el-button) {
  margin: 0;
}
.code {
  width: 210px;
  padding: 10px;
  background: #fff;
}
.code :deep(svg) {
  display: block;
  width: 100%;
}
.paper {
  padding: var(--gap-3);
  border: 1px solid var(--line-strong);
  border-radius: var(--round);
}
.paper li {
  overflow-wrap: anywhere;
}
</style>
