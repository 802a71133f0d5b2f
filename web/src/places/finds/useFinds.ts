import { useDebounceFn } from '@vueuse/core'
import { computed, onMounted, ref, watch } from 'vue'
import { useRoute, useRouter, type LocationQuery } from 'vue-router'
import { api, type Schemas, isGivenUp } from '@/api/client'
import { trouble, type Trouble } from '@/api/refusal'

interface FindsQuery {
  search: string
  state: '' | 'matched' | 'waiting' | 'set_aside'
  species_code: string
  sort: 'caught_on' | 'days' | 'number' | 'species'
  order: 'asc' | 'desc'
}
const DEFAULTS: FindsQuery = {
  search: '',
  state: '',
  species_code: '',
  sort: 'caught_on',
  order: 'desc',
}

function read(query: LocationQuery): FindsQuery {
  const text = <Key extends keyof FindsQuery>(key: Key) =>
    typeof query[key] === 'string' ? (query[key] as FindsQuery[Key]) : DEFAULTS[key]
  return {
    search: text('search'),
    state: text('state'),
    species_code: text('species_code'),
    sort: text('sort'),
    order: text('order'),
  }
}

/**
 * The list of finds; search, filter and sort live in the address, so a list can be sent to
 * somebody.
 */
export function useFinds() {
  const route = useRoute()
  const router = useRouter()
  const query = ref(read(route.query))
  const finds = ref<Schemas['Find'][]>([])
  const total = ref(0)
  const next = ref<string | null>(null)
  const loading = ref(false)
  const refusal = ref<Trouble | null>(null)
  const species = ref<Schemas['SpeciesName'][]>([])
  let running: AbortController | null = null

  async function fetchPage(cursor: string | null) {
    running?.abort()
    const mine = (running = new AbortController())
    loading.value = true
    refusal.value = null
    const { search, state, species_code, sort, order } = query.value
    try {
      const page = await api.finds(
        {
          search: search || undefined,
          state: state || undefined,
          species_code: species_code || undefined,
          sort,
          order,
          cursor: cursor ?? undefined,
        },
        mine.signal,
      )
      finds.value = cursor ? [...finds.value, ...page.finds] : page.finds
      total.value = page.total
      next.value = page.next
    } catch (thrown) {
      if (isGivenUp(thrown)) return
      refusal.value = trouble(thrown)
    } finally {
      // A newer choice has taken over: its own end says when loading is over.
      if (running === mine) loading.value = false
    }
  }

  const address = useDebounceFn(() => {
    const changed = Object.entries(query.value).filter(
      ([key, value]) => value !== DEFAULTS[key as keyof FindsQuery],
    )
    void router.replace({ query: Object.fromEntries(changed) })
  }, 250)

  function set(change: Partial<FindsQuery>) {
    query.value = { ...query.value, ...change }
    void address()
  }

  function sortBy(sort: FindsQuery['sort']) {
    set({ sort, order: query.value.sort === sort && query.value.order === 'desc' ? 'asc' : 'desc' })
  }

  watch(
    () => route.query,
    (now) => {
      if (route.path !== '/finds') return
      query.value = read(now)
      void fetchPage(null)
    },
    { immediate: true },
  )
  onMounted(async () => {
    try {
      species.value = (await api.species()).species
    } catch (thrown) {
      refusal.value = trouble(thrown)
    }
  })

  return {
    query,
    finds,
    total,
    more: computed(() => next.value !== null),
    loading,
    refusal,
    species,
    set,
    sortBy,
    loadMore: () => fetchPage(next.value),
  }
}
