import { useDebounceFn } from '@vueuse/core'
import { v7 as uuid } from 'uuid'
import { computed, ref, watch, type Ref } from 'vue'
import { api, type Schemas, isGivenUp } from '@/api/client'
import { trouble, type Trouble } from '@/api/refusal'

type Plan = Schemas['Plan']
const SAVE_AFTER_MS = 50
const UNDO_STEPS = 60

/**
 * The plan of a day: every edit saves itself and brings back what follows; undo takes edits back
 * one by one.
 */
export function useReady(on: Ref<string>) {
  const plan = ref<Plan | null>(null)
  const outlook = ref<Schemas['Outlook'] | null>(null)
  /** What a new member does first; null for who has tagged a fish. */
  const first = ref<Schemas['Ready']['first']>(null)
  const spots = ref<Schemas['Spot'][]>([])
  const locker = ref<Schemas['Locker']>({})
  const gauge = ref<Schemas['Ready']['gauge']>(null)
  const ticks = ref<string[]>([])
  const species = ref<Schemas['SpeciesName'][]>([])
  const refusal = ref<Trouble | null>(null)
  const loading = ref(true)
  const saving = ref<'saved' | 'saving' | 'not saved'>('saved')
  const history = ref<Plan[]>([])
  const planned = ref(false)
  let tripId = ''
  let loadingNow: AbortController | null = null
  let edits = 0

  watch(on, () => void load(), { immediate: true })

  async function load() {
    loadingNow?.abort()
    const mine = (loadingNow = new AbortController())
    loading.value = true
    refusal.value = null
    try {
      const [ready, names] = await Promise.all([
        api.ready(on.value, mine.signal),
        species.value.length ? null : api.species(),
      ])
      if (names) species.value = names.species
      plan.value = ready.plan
      outlook.value = ready.outlook
      first.value = ready.first
      spots.value = ready.spots
      locker.value = ready.locker
      gauge.value = ready.gauge
      ticks.value = ready.trip?.ticks ?? []
      planned.value = ready.trip !== null
      tripId = ready.trip?.id ?? uuid()
      history.value = []
    } catch (thrown) {
      if (isGivenUp(thrown)) return
      refusal.value = trouble(thrown)
    } finally {
      if (loadingNow === mine) loading.value = false
    }
  }

  function change(part: Partial<Plan>) {
    if (!plan.value) return
    history.value = [...history.value.slice(1 - UNDO_STEPS), plan.value]
    plan.value = { ...plan.value, ...part }
    void saveSoon()
  }

  function undo() {
    const before = history.value.at(-1)
    if (!before) return
    history.value = history.value.slice(0, -1)
    plan.value = before
    void saveSoon()
  }

  async function save(): Promise<boolean> {
    if (!plan.value) return false
    const edit = ++edits
    saving.value = 'saving'
    try {
      const answer = await api.planTrip(tripId, on.value, plan.value)
      // A newer edit is on its way; its answer is the one to show.
      if (edit !== edits) return true
      outlook.value = answer
      refusal.value = null
      saving.value = 'saved'
      planned.value = true
      for (const step of first.value?.steps ?? []) step.is_done ||= step.key === 'plan'
      return true
    } catch (thrown) {
      if (edit !== edits) return false
      saving.value = 'not saved'
      refusal.value = trouble(thrown)
      return false
    }
  }
  const saveSoon = useDebounceFn(save, SAVE_AFTER_MS)

  async function tick(key: string) {
    const before = ticks.value
    ticks.value = before.includes(key) ? before.filter((item) => item !== key) : [...before, key]
    try {
      if (!planned.value && !(await save())) throw refusal.value
      await api.tickKit(tripId, ticks.value)
    } catch (thrown) {
      ticks.value = before
      refusal.value = trouble(thrown)
    }
  }

  const spot = computed(
    () => spots.value.find((spot) => spot.code === plan.value?.spot_code) ?? null,
  )
  const cardUrl = computed(() => (planned.value ? `/api/trips/${tripId}/card.pdf` : null))
  return {
    plan,
    outlook,
    first,
    spots,
    spot,
    locker,
    gauge,
    ticks,
    species,
    refusal,
    loading,
    saving,
    history,
    cardUrl,
    load,
    change,
    undo,
    save,
    tick,
  }
}
