import { computed } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import type { WaterFilter } from '@/api/water'

const TEXTS = [
  'species',
  'water',
  'from',
  'to',
  'mine',
  'area',
  'tagger',
  'how',
  'hook',
  'sex',
  'spawning',
  'origin',
] as const
const NUMBERS = ['from_mm', 'to_mm'] as const
export type FilterField = (typeof TEXTS)[number] | (typeof NUMBERS)[number]

export const inAddress = (filter: WaterFilter) =>
  Object.fromEntries(Object.entries(filter).map(([field, value]) => [field, String(value)]))

/** The one filter of Water: it lives in the address, so that every page has it and it can be sent. */
export function useWaterFilter() {
  const route = useRoute()
  const router = useRouter()
  const filter = computed<WaterFilter>(() => {
    const stated = (field: FilterField) => {
      const value = route.query[field]
      return typeof value === 'string' && value ? value : null
    }
    const texts = TEXTS.flatMap((field) => (stated(field) ? [[field, stated(field)]] : []))
    const numbers = NUMBERS.flatMap((field) => {
      const value = Number.parseInt(stated(field) ?? '', 10)
      return Number.isNaN(value) ? [] : [[field, value]]
    })
    return Object.fromEntries([...texts, ...numbers])
  })
  function set(field: FilterField, value: string | number | null) {
    const query = { ...route.query }
    if (value) query[field] = String(value)
    else delete query[field]
    void router.replace({ query })
  }
  const clear = () => void router.replace({ query: {} })
  return { filter, set, clear }
}
