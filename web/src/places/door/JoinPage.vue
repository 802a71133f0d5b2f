<script setup lang="ts">
import { useLocalStorage } from '@vueuse/core'
import { v4 as uuid } from 'uuid'
import { computed, onMounted, shallowRef } from 'vue'
import type { Schemas } from '@/api/client'
import { door } from '@/api/door'
import { useAct } from '@/api/useAct'
import ChipRow from '@/parts/ChipRow.vue'
import TroubleNote from '@/parts/TroubleNote.vue'
import { t } from '@/words/door'

/** Somebody wants to join. What is typed stays on this device until it is sent. */
type Sent = Schemas['ApplicationSent']
const blank = (): Sent & { id: string } => ({
  id: uuid(),
  kind: 'adult',
  name: '',
  email: '',
  phone: null,
  message: null,
  family: [],
  guardian_name: null,
  guardian_email: null,
  promised: false,
  answer: null,
})
const draft = useLocalStorage('voucher.join', blank(), { mergeDefaults: true })
const about = shallowRef<Awaited<ReturnType<typeof door.join>> | null>(null)
const sent = shallowRef(false)
const { busy, refusal, run } = useAct()
onMounted(() => run(async () => void (about.value = await door.join())))

const KINDS: Record<Sent['kind'], string> = {
  adult: t('door.join.adult'),
  family: t('door.join.family'),
  junior: t('door.join.junior'),
}
const isJunior = computed(() => draft.value.kind === 'junior')
const fault = (field: string) => refusal.value?.fields[field]
const send = () =>
  run(async () => {
    const { id, ...body } = draft.value
    await door.askToJoin(id, {
      ...body,
      phone: body.phone || null,
      message: body.message || null,
      family: body.kind === 'family' ? body.family.filter((person) => person.name.trim()) : [],
      guardian_name: isJunior.value ? body.guardian_name || null : null,
      guardian_email: isJunior.value ? body.guardian_email || null : null,
      answer: body.answer || null,
    })
    sent.value = true
    draft.value = blank()
  })
</script>

<template>
  <div class="page narrow stack join">
    <header>
      <h1>{{ t('door.join.title', { programme: about?.programme ?? '' }) }}</h1>
      <p v-if="about?.joining" class="written">{{ about.joining }}</p>
      <p v-else>{{ t('door.join.whatItMeans') }}</p>
      <p v-if="about?.kit.length" data-testid="kit">
        {{ t('door.join.kitHolds') }}
        {{ about.kit.map(({ name, count }) => `${count} × ${name}`).join(', ') }}.
      </p>
    </header>
    <div v-if="sent" role="status" class="stack" data-testid="sent">
      <p>
        <b>{{ t('door.join.sent') }}</b>
      </p>
      <p>{{ t('door.join.whatComesNext') }}</p>
      <p>
        <a href="/">{{ t('door.join.frontPage') }}</a>
      </p>
    </div>
    <form v-else class="stack" @submit.prevent="send">
      <TroubleNote :trouble="refusal" />
      <ChipRow
        :label="t('door.join.whoJoins')"
        :options="KINDS"
        :chosen="draft.kind"
        @single="draft.kind = $event ?? draft.kind"
      />
      <label
        >{{ t('door.join.name') }}
        <input v-model="draft.name" class="field" autocomplete="name" maxlength="120" required />
        <span v-if="fault('name')" class="fault">{{ fault('name') }}</span>
      </label>
      <label
        >{{ t('door.join.email') }}
        <input
          v-model="draft.email"
          class="field"
          type="email"
          autocomplete="email"
          maxlength="200"
          required
        />
        <span v-if="fault('email')" class="fault">{{ fault('email') }}</span>
      </label>
      <label
        >{{ t('door.join.phone') }}
        <input v-model="draft.phone" class="field" type="tel" autocomplete="tel" maxlength="60" />
      </label>
      <template v-if="isJunior">
        <p>{{ t('door.join.guardianGetsALetter') }}</p>
        <label
          >{{ t('door.join.guardianName') }}
          <input v-model="draft.guardian_name" class="field" maxlength="120" required />
        </label>
        <label
          >{{ t('door.join.guardianEmail') }}
          <input
            v-model="draft.guardian_email"
            class="field"
            type="email"
            maxlength="200"
            required
          />
          <span v-if="fault('guardian_email')" class="fault">{{ fault('guardian_email') }}</span>
        </label>
      </template>
      <fieldset v-if="draft.kind === 'family'" class="stack-2 others">
        <legend>{{ t('door.join.othersOfTheFamily') }}</legend>
        <div v-for="(person, index) in draft.family" :key="index" class="row">
          <input
            v-model="person.name"
            class="field"
            :aria-label="t('door.join.nameOfPerson', { number: index + 1 })"
            maxlength="120"
          />
          <label class="row"
            ><input v-model="person.is_junior" type="checkbox" />
            {{ t('door.join.under18') }}</label
          >
        </div>
        <button
          type="button"
          class="quiet"
          :disabled="draft.family.length >= 8"
          @click="draft.family = [...draft.family, { name: '', is_junior: false }]"
        >
          {{ t('door.join.addAPerson') }}
        </button>
      </fieldset>
      <label
        >{{ t('door.join.message') }}
        <textarea v-model="draft.message" class="field" rows="3" maxlength="1000"></textarea>
      </label>
      <label v-if="about?.question"
        >{{ about.question }}
        <input v-model="draft.answer" class="field" maxlength="100" required />
        <span v-if="fault('answer')" class="fault">{{ fault('answer') }}</span>
      </label>
      <label class="agree"
        ><input v-model="draft.promised" type="checkbox" required />
        {{ t('door.join.promise') }}</label
      >
      <el-button native-type="submit" type="primary" size="large" :loading="busy">{{
        t('door.join.send')
      }}</el-button>
      <p class="soft">{{ t('door.join.whoReadsIt') }}</p>
    </form>
  </div>
</template>

<style scoped>
.written {
  white-space: pre-line;
}
form > label:not(.row, .agree) {
  display: grid;
  gap: 2px;
}
.field {
  width: 100%;
  min-height: 44px;
}
.row .field {
  flex: 1;
}
.others {
  border: 1px solid var(--line);
  border-radius: var(--round);
}
</style>
