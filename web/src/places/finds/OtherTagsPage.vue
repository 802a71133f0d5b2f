<script setup lang="ts">
import { computed, onMounted, ref, shallowRef } from 'vue'
import { api, type Schemas } from '@/api/client'
import { useAct } from '@/api/useAct'
import { lengthText, shortDateText } from '@/format/units'
import TagStreamer from '@/parts/TagStreamer.vue'
import TroubleNote from '@/parts/TroubleNote.vue'
import { t } from '@/words/finds'
import { FATE } from '@/words/fish'
import FindsNav from './parts/FindsNav.vue'
import PartnerList from './parts/PartnerList.vue'

/** Tags of other programmes that came to us: recorded, counted, and passed on. */
const tags = shallowRef<Schemas['ForeignTags'] | null>(null)
const chosen = ref<string[]>([])
const to = ref('')
const { busy, refusal, notice, run } = useAct()
onMounted(() => run(async () => void (tags.value = await api.foreignTags())))
const open = computed(() => tags.value?.tags.filter((tag) => !tag.passed_on_at) ?? [])
const pass = () =>
  run(async () => {
    const count = chosen.value.length
    tags.value = await api.passOn({ ids: chosen.value, to: to.value.trim() })
    notice.value = t('finds.otherTags.markedPassedOn', { to: to.value.trim() }, count)
    chosen.value = []
  })
</script>

<template>
  <div class="page others stack">
    <FindsNav />
    <h1>{{ t('finds.otherTags.otherProgrammesTags') }}</h1>
    <TroubleNote :trouble="refusal" />
    <p v-if="notice" role="status">{{ notice }}</p>
    <PartnerList />
    <p v-if="tags && !tags.tags.length" class="soft">
      {{ t('finds.otherTags.noneYetReportsThatReview') }}
    </p>
    <template v-if="tags?.tags.length">
      <p>
        <template v-for="(programme, index) in tags.programmes" :key="programme.programme"
          ><template v-if="index">; </template><b>{{ programme.programme }}</b
          >{{
            t('finds.otherTags.notPassedOn', { tags: programme.tags, open: programme.open })
          }}</template
        >.
      </p>
      <div class="acts row-3">
        <a href="/api/foreign-tags.csv">{{ t('finds.otherTags.tableOfTagsNotPassed') }}</a>
        <input
          v-model="to"
          class="field"
          maxlength="200"
          :aria-label="t('finds.otherTags.passedOnTo')"
          :placeholder="t('finds.otherTags.passedOnTo')"
        />
        <el-button
          class="oilskin"
          size="large"
          :loading="busy"
          :disabled="!chosen.length || !to.trim()"
          @click="pass"
          >{{ t('finds.otherTags.markAsPassedOn', { chosen: chosen.length }) }}</el-button
        >
      </div>
      <div class="scroll">
        <table v-cards class="list">
          <thead>
            <tr>
              <th>
                <input
                  type="checkbox"
                  :aria-label="t('finds.otherTags.allTagsNotPassedOn')"
                  :checked="chosen.length > 0 && chosen.length === open.length"
                  @change="chosen = chosen.length === open.length ? [] : open.map((one) => one.id)"
                />
              </th>
              <th>{{ t('finds.otherTags.tagNumberAsRead') }}</th>
              <th>{{ t('finds.otherTags.programme') }}</th>
              <th>{{ t('finds.otherTags.species') }}</th>
              <th>{{ t('finds.otherTags.length') }}</th>
              <th>{{ t('finds.otherTags.caught') }}</th>
              <th>{{ t('finds.otherTags.place') }}</th>
              <th>{{ t('finds.otherTags.passedOn') }}</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="tag in tags.tags" :key="tag.id">
              <td>
                <input
                  v-if="!tag.passed_on_at"
                  v-model="chosen"
                  type="checkbox"
                  :value="tag.id"
                  :aria-label="t('finds.otherTags.choose', { number_as_read: tag.number_as_read })"
                />
              </td>
              <td><TagStreamer :number="tag.number_as_read" spent /></td>
              <td>{{ tag.other_programme }}</td>
              <td>{{ tag.species_code?.replaceAll('_', ' ') ?? t('finds.otherTags.notKnown') }}</td>
              <td class="tabular">
                {{ tag.length_mm ? `${lengthText(tag.length_mm)} ${tag.length_kind}` : '–' }}
              </td>
              <td class="nowrap">
                {{ shortDateText(tag.caught_on) }}{{ FATE[tag.fate] ? `, ${FATE[tag.fate]}` : '' }}
              </td>
              <td>{{ tag.place_words ?? '–' }}</td>
              <td>
                <template v-if="tag.handed">{{ tag.handed }}</template>
                <template v-else>{{
                  tag.passed_on_at
                    ? t('finds.otherTags.to', {
                        passed_on_at: shortDateText(tag.passed_on_at),
                        passed_on_to: tag.passed_on_to,
                      })
                    : tag.may_pass_on
                      ? t('finds.otherTags.notYet')
                      : t('finds.otherTags.notYetNoConsent')
                }}</template>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
    </template>
  </div>
</template>

<style scoped>
.acts .field {
  max-width: 320px;
}
input[type='checkbox'] {
  width: 20px;
  height: 20px;
}
</style>
