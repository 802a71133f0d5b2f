<script setup lang="ts">
import { onMounted, shallowRef } from 'vue'
import { imports } from '@/api/imports'
import { useAct } from '@/api/useAct'
import TroubleNote from '@/parts/TroubleNote.vue'

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
    <h3>Rows that stay out</h3>
    <TroubleNote :trouble="refusal" />
    <p>
      <a :href="imports.refusedFile(id)" download>All of them as a table</a>, with why behind each:
      mend it there and send it like any other.
    </p>
    <table v-cards class="list">
      <thead>
        <tr>
          <th>line</th>
          <th>column</th>
          <th>says</th>
          <th>why</th>
          <th>how to mend it</th>
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
      More rows
    </el-button>
  </section>
</template>
