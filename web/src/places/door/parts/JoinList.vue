<script setup lang="ts">
import { onMounted, ref, shallowRef } from 'vue'
import type { Schemas } from '@/api/client'
import { door } from '@/api/door'
import { useAct } from '@/api/useAct'
import { dateText } from '@/format/units'
import DayField from '@/parts/DayField.vue'
import TroubleNote from '@/parts/TroubleNote.vue'
import { t } from '@/words/door'

/** Who wants to join; accepted, asked or declined with words that go out by letter. */
const emit = defineEmits<{ joined: [] }>()
type Application = Schemas['Application']
const applications = shallowRef<Application[]>([])
const words = ref<Record<string, string>>({})
const fee = ref<'paid' | 'waived' | 'due'>('due')
const feeDueOn = ref<string | null>(null)
const { busy, refusal, notice, run } = useAct()
onMounted(() =>
  run(async () => void (applications.value = (await door.applications()).applications)),
)
const decide = (application: Application, verdict: 'accepted' | 'asked' | 'declined') =>
  run(async () => {
    const answer = await door.decide(application.id, {
      verdict,
      words: words.value[application.id]?.trim() || null,
      ...(verdict === 'accepted' ? { fee: fee.value, fee_due_on: feeDueOn.value } : {}),
    })
    applications.value = answer.applications
    notice.value = t('door.joinList.done', { name: application.name })
    if (verdict === 'accepted') emit('joined')
  })
const KIND: Record<Application['kind'], string> = {
  adult: t('door.join.adult'),
  family: t('door.join.family'),
  junior: t('door.join.junior'),
}
const FEES = {
  paid: t('door.joinList.paid'),
  waived: t('door.joinList.waived'),
  due: t('door.joinList.due'),
}
</script>

<template>
  <section v-if="applications.length || notice" class="stack-2" aria-labelledby="applications">
    <h2 id="applications">{{ t('door.joinList.title', applications.length) }}</h2>
    <TroubleNote :trouble="refusal" />
    <p v-if="notice" role="status">{{ notice }}</p>
    <article
      v-for="application in applications"
      :key="application.id"
      class="entry stack-2 application"
      :data-application="application.name"
    >
      <p>
        <b>{{ application.name }}</b>, {{ KIND[application.kind] }}, {{ application.email
        }}<template v-if="application.phone">, {{ application.phone }}</template>
        <small class="soft"> {{ dateText(application.sent_at) }}</small>
      </p>
      <p v-if="application.family.length">
        {{
          t('door.joinList.with', {
            names: application.family.map((person) => person.name).join(', '),
          })
        }}
      </p>
      <p v-if="application.message">{{ application.message }}</p>
      <p v-if="application.kind === 'junior'" :class="{ fault: application.consent_missing }">
        {{
          application.consent_missing
            ? t('door.joinList.consentMissing', { name: application.guardian_name ?? '' })
            : t('door.joinList.consented', { name: application.guardian_name ?? '' })
        }}
      </p>
      <p v-if="application.state === 'asked'" class="soft">
        {{ t('door.joinList.asked', { words: application.words ?? '' }) }}
      </p>
      <label
        >{{ t('door.joinList.words') }}
        <textarea
          v-model="words[application.id]"
          class="field"
          rows="2"
          maxlength="1000"
        ></textarea>
      </label>
      <div class="row-3">
        <label
          >{{ t('door.joinList.fee') }}
          <select v-model="fee" class="field">
            <option v-for="(text, key) in FEES" :key="key" :value="key">{{ text }}</option>
          </select></label
        >
        <label v-if="fee === 'due'"
          >{{ t('door.joinList.dueOn') }}
          <DayField
            :model-value="feeDueOn ?? ''"
            :label="t('door.joinList.dueOn')"
            @update:model-value="feeDueOn = $event || null"
        /></label>
      </div>
      <div>
        <el-button
          type="primary"
          :disabled="busy || application.consent_missing"
          @click="decide(application, 'accepted')"
          >{{ t('door.joinList.accept') }}</el-button><el-button
          :disabled="busy"
          @click="decide(application, 'asked')"
          >{{ t('door.joinList.ask') }}</el-button
        ><el-button :disabled="busy" @click="decide(application, 'declined')">{{
          t('door.joinList.decline')
        }}</el-button>
      </div>
    </article>
  </section>
</template>

<style scoped>
.application p {
  margin: 0;
}
.field {
  width: 100%;
  min-height: 44px;
}
</style>
