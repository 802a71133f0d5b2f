<script setup lang="ts">
import { onMounted, shallowRef } from 'vue'
import type { Schemas } from '@/api/client'
import { door } from '@/api/door'
import { t } from '@/words/door'
import { NOTICE_KIND } from '../noticeKinds'

/** What stands today; a safety notice asks whether it was read. Without signal there is none. */
const notices = shallowRef<Schemas['Notice'][]>([])
onMounted(async () => {
  notices.value = (await door.notices().catch(() => ({ notices: [] }))).notices
})
async function read(id: string) {
  notices.value = (await door.readNotice(id)).notices
}
</script>

<template>
  <section v-if="notices.length" class="stack-2" :aria-label="t('door.noticeList.notices')">
    <article
      v-for="notice in notices"
      :key="notice.id"
      class="notice"
      :class="{ strong: notice.kind !== 'news' }"
      :data-notice="notice.kind"
    >
      <b>{{ NOTICE_KIND[notice.kind] }}: {{ notice.title }}</b>
      <p>{{ notice.words }}</p>
      <button
        v-if="notice.kind === 'safety' && !notice.read"
        type="button"
        class="quiet"
        @click="read(notice.id)"
      >
        {{ t('door.noticeList.iHaveReadIt') }}
      </button>
    </article>
  </section>
</template>

<style scoped>
.notice {
  padding: var(--gap-2) var(--gap-3);
  border: 1px solid var(--line-strong);
  border-radius: var(--round);
  background: var(--sheet);
}
.notice.strong {
  border: 2px solid var(--rust);
  font-weight: 400;
}
.notice p {
  margin: 2px 0;
}
</style>
