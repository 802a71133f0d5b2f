<script setup lang="ts">
import type { TableIn } from '@/api/imports'

/** The first rows of a table as they would be, or why they would stay out. */
const props = defineProps<{ rows: TableIn['preview']; choices: TableIn['choices'] }>()
type Said = Record<string, unknown>
const text = (said: Said, key: string) => (said[key] === undefined ? '' : String(said[key]))
const title = (field: string, code: string) =>
  props.choices[field]?.find((one) => one.code === code)?.title ?? code
const time = (said: Said) => {
  const found = said['time'] as number[] | undefined
  return found ? found.map((part) => String(part).padStart(2, '0')).join(':') : ''
}
const length = (said: Said) =>
  said['length_mm'] === undefined
    ? ''
    : [
        `${text(said, 'length_mm')} mm ${text(said, 'length_kind')}`.trim(),
        text(said, 'length_how'),
      ]
        .filter(Boolean)
        .join(', ')
const tags = (said: Said) => ((said['tag_numbers'] as string[] | undefined) ?? []).join(' ')
const WHAT: Record<string, string> = { day: 'a day without fish', left_out: 'no record' }
const what = (one: TableIn['preview'][number]) =>
  WHAT[one.what] ??
  (one.said['said'] || !tags(one.said)
    ? title('what', text(one.said, 'said') || 'untagged')
    : 'as its number says')
</script>

<template>
  <table v-cards class="list">
    <thead>
      <tr>
        <th>line</th>
        <th>day</th>
        <th>who</th>
        <th>where</th>
        <th>what</th>
        <th>species</th>
        <th>length</th>
        <th>weight</th>
        <th>tags</th>
        <th>became</th>
      </tr>
    </thead>
    <tbody>
      <template v-for="one in rows" :key="one.line">
        <tr :class="{ bad: one.faults.length, soft: one.what === 'left_out' }">
          <td class="tabular">{{ one.line }}</td>
          <td class="tabular nowrap">{{ text(one.said, 'caught_on') }} {{ time(one.said) }}</td>
          <td>
            {{ one.said['finder'] ? 'a finder' : title('member', text(one.said, 'member_id')) }}
          </td>
          <td>{{ title('spot', text(one.said, 'spot_code')) }}</td>
          <td>{{ what(one) }}</td>
          <td>{{ title('species', text(one.said, 'species_code')) }}</td>
          <td class="tabular">{{ length(one.said) }}</td>
          <td class="tabular">
            {{ one.said['weight_g'] === undefined ? '' : `${text(one.said, 'weight_g')} g` }}
          </td>
          <td class="figures">{{ tags(one.said) }}</td>
          <td>{{ title('fate', text(one.said, 'fate')) }}</td>
        </tr>
        <tr v-if="one.faults.length" class="why">
          <td></td>
          <td colspan="9">
            <p v-for="fault in one.faults" :key="fault.rule">
              <b v-if="fault.column">{{ fault.column }}: </b>{{ fault.rule }} {{ fault.mend }}
            </p>
          </td>
        </tr>
      </template>
    </tbody>
  </table>
</template>

<style scoped>
.bad td:first-child,
.why td:first-child {
  border-left: 5px solid var(--rust);
}
.why td {
  color: var(--rust);
}
</style>
