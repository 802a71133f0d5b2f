<script setup lang="ts">
import { computed, onMounted, ref, shallowRef } from 'vue'
import { api, type Schemas } from '@/api/client'
import { useAct } from '@/api/useAct'
import { lengthText, shortDateText } from '@/format/units'
import TagStreamer from '@/parts/TagStreamer.vue'
import TroubleNote from '@/parts/TroubleNote.vue'
import { FATE } from '@/words/fish'
import FindsNav from './parts/FindsNav.vue'

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
    notice.value = `${count} ${count === 1 ? 'tag is' : 'tags are'} marked as passed on to ${to.value.trim()}.`
    chosen.value = []
  })
</script>

<template>
  <div class="page others stack">
    <FindsNav />
    <h1>Tags of others</h1>
    <TroubleNote :trouble="refusal" />
    <p v-if="notice" role="status">{{ notice }}</p>
    <p v-if="tags && !tags.tags.length" class="soft">
      None came to us yet. A report that the desk calls another programme’s stands here, until it is
      passed on.
    </p>
    <template v-if="tags?.tags.length">
      <p>
        <template v-for="(programme, index) in tags.programmes" :key="programme.programme"
          ><template v-if="index">; </template><b>{{ programme.programme }}</b
          >: {{ programme.tags }}, {{ programme.open }} not passed on</template
        >.
      </p>
      <div class="acts row-3">
        <a href="/api/foreign-tags.csv">Table of those not passed on (CSV)</a>
        <input
          v-model="to"
          class="field"
          maxlength="200"
          aria-label="Passed on to"
          placeholder="Passed on to"
        />
        <el-button
          class="oilskin"
          size="large"
          :loading="busy"
          :disabled="!chosen.length || !to.trim()"
          @click="pass"
          >Mark {{ chosen.length }} as passed on</el-button
        >
      </div>
      <div class="scroll">
        <table v-cards class="list">
          <thead>
            <tr>
              <th>
                <input
                  type="checkbox"
                  aria-label="All that wait"
                  :checked="chosen.length > 0 && chosen.length === open.length"
                  @change="chosen = chosen.length === open.length ? [] : open.map((one) => one.id)"
                />
              </th>
              <th>Number as read</th>
              <th>Whose</th>
              <th>Species</th>
              <th>Length</th>
              <th>Caught</th>
              <th>Place</th>
              <th>Passed on</th>
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
                  :aria-label="`Choose ${tag.number_as_read}`"
                />
              </td>
              <td><TagStreamer :number="tag.number_as_read" spent /></td>
              <td>{{ tag.other_programme }}</td>
              <td>{{ tag.species_code?.replaceAll('_', ' ') ?? 'not known' }}</td>
              <td class="tabular">
                {{ tag.length_mm ? `${lengthText(tag.length_mm)} ${tag.length_kind}` : '–' }}
              </td>
              <td class="nowrap">
                {{ shortDateText(tag.caught_on) }}{{ FATE[tag.fate] ? `, ${FATE[tag.fate]}` : '' }}
              </td>
              <td>{{ tag.place_words ?? '–' }}</td>
              <td>
                {{
                  tag.passed_on_at
                    ? `${shortDateText(tag.passed_on_at)}, to ${tag.passed_on_to}`
                    : 'not yet'
                }}
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
