import { computed } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import type { WaterFilter } from '@/api/client'

const FIELDS = ['species', 'water', 'from', 'to', 'mine'] as const
export type FilterField = (typeof FIELDS)[number]

/** The one filter of Water: it lives in the address, so that every page has it and it can be sent. */
export function useWaterFilter() {
  const route = useRoute()
  const router = useRouter()
  const filter = computed<WaterFilter>(() => {
    const told = FIELDS.flatMap((field) => {
      const value = route.query[field]
      return typeof value === 'string' && value ? [[field, value]] : []
    })
    return Object.fromEntries(told)
  })
  function set(field: FilterField, value: string | null) {
    const query = { ...route.query }
    if (value) query[field] = value
    else delete query[field]
    void router.replace({ query })
  }
  const clear = () => void router.replace({ query: {} })
  return { filter, set, clear }
}
