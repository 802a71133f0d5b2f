<script setup lang="ts">
import { onMounted, ref, shallowRef } from 'vue'
import { partners } from '@/api/partners'
import { useAct } from '@/api/useAct'
import TroubleNote from '@/parts/TroubleNote.vue'
import { t } from '@/words/finds'

/** Programmes that take reports of their tags by themselves, and a form for another one. */
const list = shallowRef<Awaited<ReturnType<typeof partners.list>>['partners'] | null>(null)
const blank = () => ({ name: '', address: '', send_key: '' })
const draft = ref(blank())
const { busy, refusal, notice, run } = useAct()
onMounted(() => run(async () => void (list.value = (await partners.list()).partners)))
const add = () =>
  run(async () => {
    list.value = (await partners.add(draft.value)).partners
    notice.value = t('finds.partnerList.added', { name: draft.value.name })
    draft.value = blank()
  })
const finish = (id: number, name: string) =>
  run(async () => {
    list.value = (await partners.finish(id)).partners
    notice.value = t('finds.partnerList.ended', { name })
  })
const FIELDS = [
  { key: 'name', label: t('finds.partnerList.name'), most: 120, type: 'text' },
  { key: 'address', label: t('finds.partnerList.address'), most: 200, type: 'url' },
  { key: 'send_key', label: t('finds.partnerList.key'), most: 100, type: 'text' },
] as const
</script>

<template>
  <details class="partners">
    <summary>
      {{ t('finds.partnerList.summary', { count: list?.length ?? 0 }) }}
    </summary>
    <p class="soft says">{{ t('finds.partnerList.whatItMeans') }}</p>
    <TroubleNote :trouble="refusal" />
    <p v-if="notice" role="status">{{ notice }}</p>
    <ul v-if="list?.length" class="plain">
      <li v-for="partner in list" :key="partner.id">
        <b>{{ partner.name }}</b>, {{ partner.address }}:
        {{
          t('finds.partnerList.counts', {
            handed_over: partner.handed_over,
            answered: partner.answered,
          })
        }}
        <el-popconfirm
          :title="t('finds.partnerList.confirm', { name: partner.name })"
          :confirm-button-text="t('finds.partnerList.end')"
          :cancel-button-text="t('finds.partnerList.keep')"
          width="260"
          @confirm="finish(partner.id, partner.name)"
        >
          <template #reference
            ><button type="button" class="link">{{ t('finds.partnerList.end') }}</button></template
          >
        </el-popconfirm>
      </li>
    </ul>
    <form class="stack" @submit.prevent="add">
      <label v-for="input in FIELDS" :key="input.key">
        {{ input.label }}
        <input
          v-model="draft[input.key]"
          class="field"
          :type="input.type"
          :maxlength="input.most"
          autocomplete="off"
          required
        />
      </label>
      <div>
        <el-button native-type="submit" type="primary" :loading="busy">{{
          t('finds.partnerList.add')
        }}</el-button>
      </div>
    </form>
  </details>
</template>

<style scoped>
.partners {
  max-width: 640px;
}
.says {
  margin: var(--gap-2) 0 var(--gap-3);
}
.partners label {
  display: grid;
  gap: var(--gap-1);
}
</style>
