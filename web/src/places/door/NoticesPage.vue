<script setup lang="ts">
import { v4 as uuid } from 'uuid'
import { onMounted, ref, shallowRef } from 'vue'
import { api, type Schemas } from '@/api/client'
import { door } from '@/api/door'
import { useAct } from '@/api/useAct'
import { dateText, localDate } from '@/format/units'
import DayField from '@/parts/DayField.vue'
import TroubleNote from '@/parts/TroubleNote.vue'
import OfficeNav from '@/places/office/parts/OfficeNav.vue'
import { t } from '@/words/door'
import { NOTICE_KIND } from './noticeKinds'

/** What coordinators tell members: written, read by whom, and taken back. */
type Notice = Schemas['Notice']
const notices = shallowRef<Notice[] | null>(null)
const waters = shallowRef<Schemas['Waters']['waters']>([])
const { busy, refusal, notice: done, run } = useAct()
const blank = () => ({
  kind: 'heat' as Notice['kind'],
  title: '',
  words: '',
  water_code: null as string | null,
  from_on: localDate(),
  to_on: null as string | null,
})
const draft = ref(blank())
onMounted(() =>
  run(async () => {
    notices.value = (await door.allNotices()).notices
    waters.value = (await api.waters()).waters
  }),
)
const write = () =>
  run(async () => {
    notices.value = (await door.writeNotice(uuid(), draft.value)).notices
    draft.value = blank()
    done.value = t('door.notices.sent')
  })
const withdraw = (id: string) =>
  run(async () => void (notices.value = (await door.withdrawNotice(id)).notices))
const waterOf = (code: string | null) =>
  waters.value.find((water) => water.code === code)?.name ?? t('door.notices.allWaters')
const daysOf = (notice: Notice) =>
  notice.to_on
    ? t('door.notices.days', { from: dateText(notice.from_on), to: dateText(notice.to_on) })
    : t('door.notices.fromOn', { from: dateText(notice.from_on) })
</script>

<template>
  <div class="page stack notices">
    <OfficeNav />
    <header>
      <h1>{{ t('door.notices.title') }}</h1>
      <p class="soft">{{ t('door.notices.lead') }}</p>
    </header>
    <TroubleNote :trouble="refusal" />
    <p v-if="done" role="status">{{ done }}</p>
    <form class="sheet" @submit.prevent="write">
      <label
        >{{ t('door.notices.kind') }}
        <select v-model="draft.kind" class="field">
          <option v-for="(text, kind) in NOTICE_KIND" :key="kind" :value="kind">{{ text }}</option>
        </select></label
      >
      <label
        >{{ t('door.notices.water') }}
        <select v-model="draft.water_code" class="field">
          <option :value="null">{{ t('door.notices.allWaters') }}</option>
          <option v-for="water in waters" :key="water.code" :value="water.code">
            {{ water.name }}
          </option>
        </select></label
      >
      <label class="wide"
        >{{ t('door.notices.headline') }}
        <input v-model="draft.title" class="field" minlength="3" maxlength="120" required
      /></label>
      <label class="wide"
        >{{ t('door.notices.words') }}
        <textarea
          v-model="draft.words"
          class="field"
          rows="3"
          minlength="3"
          maxlength="1000"
          required
        ></textarea>
      </label>
      <label
        >{{ t('door.notices.firstDay') }}
        <DayField v-model="draft.from_on" :label="t('door.notices.firstDay')"
      /></label>
      <label
        >{{ t('door.notices.lastDay') }}
        <DayField
          :model-value="draft.to_on ?? ''"
          :label="t('door.notices.lastDay')"
          @update:model-value="draft.to_on = $event || null"
      /></label>
      <div>
        <el-button native-type="submit" type="primary" :loading="busy">{{
          t('door.notices.send')
        }}</el-button>
      </div>
    </form>
    <el-skeleton v-if="!notices && !refusal" :rows="4" animated />
    <p v-if="notices && !notices.length" class="soft">{{ t('door.notices.none') }}</p>
    <ol v-if="notices?.length" class="bare stack">
      <li
        v-for="notice in notices"
        :key="notice.id"
        class="entry notice"
        :data-notice="notice.title"
      >
        <b>{{ NOTICE_KIND[notice.kind] }}: {{ notice.title }}</b>
        <p>{{ notice.words }}</p>
        <p class="soft">
          {{ waterOf(notice.water_code) }}, {{ daysOf(notice) }}.
          <template v-if="notice.readers?.length">{{
            t('door.notices.readBy', { names: notice.readers.join(', ') })
          }}</template>
          <template v-else>{{ t('door.notices.readByNobody') }}</template>
        </p>
        <el-button :disabled="busy" @click="withdraw(notice.id)">{{
          t('door.notices.withdraw')
        }}</el-button>
      </li>
    </ol>
  </div>
</template>

<style scoped>
.notice p {
  margin: 4px 0;
}
</style>
