<script setup lang="ts">
import type { TableIn } from '@/api/imports'
import { t } from '@/words/office'

/** The first rows of a table as they would be, or why they would stay out. */
const props = defineProps<{ rows: TableIn['preview']; choices: TableIn['choices'] }>()
type Said = Record<string, unknown>
const text = (values: Said, key: string) => (values[key] === undefined ? '' : String(values[key]))
const title = (field: string, code: string) =>
  props.choices[field]?.find((choice) => choice.code === code)?.title ?? code
const time = (values: Said) => {
  const clock = values['time'] as number[] | undefined
  return clock ? clock.map((part) => String(part).padStart(2, '0')).join(':') : ''
}
const length = (values: Said) =>
  values['length_mm'] === undefined
    ? ''
    : [
        `${text(values, 'length_mm')} mm ${text(values, 'length_kind')}`.trim(),
        text(values, 'length_how'),
      ]
        .filter(Boolean)
        .join(', ')
const tags = (values: Said) => ((values['tag_numbers'] as string[] | undefined) ?? []).join(' ')
const WHAT: Record<string, string> = {
  day: t('office.importPreview.aDayWithoutFish'),
  left_out: t('office.importPreview.noRecord'),
}
const kindOf = (row: TableIn['preview'][number]) =>
  WHAT[row.what] ??
  (row.said['said'] || !tags(row.said)
    ? title('what', text(row.said, 'said') || 'untagged')
    : t('office.importPreview.fromItsTagNumber'))
</script>

<template>
  <table v-cards class="list">
    <thead>
      <tr>
        <th>{{ t('office.importPreview.line') }}</th>
        <th>{{ t('office.importPreview.day') }}</th>
        <th>{{ t('office.importPreview.who') }}</th>
        <th>{{ t('office.importPreview.where') }}</th>
        <th>{{ t('office.importPreview.event') }}</th>
        <th>{{ t('office.importPreview.species') }}</th>
        <th>{{ t('office.importPreview.length') }}</th>
        <th>{{ t('office.importPreview.weight') }}</th>
        <th>{{ t('office.importPreview.tags') }}</th>
        <th>{{ t('office.importPreview.outcome') }}</th>
      </tr>
    </thead>
    <tbody>
      <template v-for="row in rows" :key="row.line">
        <tr :class="{ bad: row.faults.length, soft: row.what === 'left_out' }">
          <td class="tabular">{{ row.line }}</td>
          <td class="tabular nowrap">{{ text(row.said, 'caught_on') }} {{ time(row.said) }}</td>
          <td>
            {{
              row.said['finder']
                ? t('office.importPreview.aFinder')
                : title('member', text(row.said, 'member_id'))
            }}
          </td>
          <td>{{ title('spot', text(row.said, 'spot_code')) }}</td>
          <td>{{ kindOf(row) }}</td>
          <td>{{ title('species', text(row.said, 'species_code')) }}</td>
          <td class="tabular">{{ length(row.said) }}</td>
          <td class="tabular">
            {{ row.said['weight_g'] === undefined ? '' : `${text(row.said, 'weight_g')} g` }}
          </td>
          <td class="figures">{{ tags(row.said) }}</td>
          <td>{{ title('fate', text(row.said, 'fate')) }}</td>
        </tr>
        <tr v-if="row.faults.length" class="why">
          <td></td>
          <td colspan="9">
            <p v-for="fault in row.faults" :key="fault.rule">
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
