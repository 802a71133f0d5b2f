<script setup lang="ts">
import { onMounted, shallowRef } from 'vue'
import { imports } from '@/api/imports'
import { useAct } from '@/api/useAct'
import TroubleNote from '@/parts/TroubleNote.vue'
import { t } from '@/words/office'

/** Rows that stay out: line, column, what stands there, the rule, how to mend it. */
const props = defineProps<{ id: number; head: string[] }>()
type Page = Awaited<ReturnType<typeof imports.refused>>
const rows = shallowRef<Page['rows']>([])
const next = shallowRef<number | null>(0)
const { busy, refusal, run } = useAct()
const more = () =>
  run(async () => {
    const page = await imports.refused(props.id, next.value ?? 0)
    rows.value = [...rows.value, ...page.rows]
    next.value = page.next
  })
onMounted(more)
</script>

<template>
  <section class="refused stack-2">
    <h3>{{ t('office.importRefused.rowsThatAreNotImported') }}</h3>
    <TroubleNote :trouble="refusal" />
    <p>
      <a :href="imports.refusedFile(id)" download>{{ t('office.importRefused.allOfThemAsA') }}</a>{{
        t('office.importRefused.withTheReasonForEach')
      }}
    </p>
    <table v-cards class="list">
      <thead>
        <tr>
          <th>{{ t('office.importRefused.line') }}</th>
          <th>{{ t('office.importRefused.column') }}</th>
          <th>{{ t('office.importRefused.value') }}</th>
          <th>{{ t('office.importRefused.reason') }}</th>
          <th>{{ t('office.importRefused.howToFixIt') }}</th>
        </tr>
      </thead>
      <tbody>
        <template v-for="row in rows" :key="row.line">
          <tr v-for="fault in row.faults" :key="fault.rule">
            <td class="tabular">{{ row.line }}</td>
            <td>{{ fault.column ?? '' }}</td>
            <td class="figures">{{ fault.value ?? '' }}</td>
            <td>{{ fault.rule }}</td>
            <td>{{ fault.mend }}</td>
          </tr>
        </template>
      </tbody>
    </table>
    <el-button v-if="next !== null && rows.length" :loading="busy" @click="more">
      {{ t('office.importRefused.moreRows') }}
    </el-button>
  </section>
</template>
