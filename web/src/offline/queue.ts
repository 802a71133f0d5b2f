import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import { api } from '@/api/client'
import { NoSignal, Refusal } from '@/api/refusal'
import { nowMs } from './clock'
import { keepEncounter, keptEncounter, keptEncounters, type KeptEncounter } from './store'

const RETRY_MS = 15_000
/** The server has not judged the record: signed out, stale page, too often, broken. It waits. */
const TRY_LATER = new Set([401, 403, 408, 429])

/** Encounters on this device and what became of them; drains oldest first whenever there is a signal. */
export const useQueue = defineStore('queue', () => {
  const encounters = ref<KeptEncounter[]>([])
  const signal = ref(true)
  let draining: Promise<void> | null = null
  let timer: number | undefined

  const waiting = computed(() => encounters.value.filter((one) => one.sending === 'waiting'))
  const held = computed(() => encounters.value.filter((one) => one.sending === 'held'))
  const oldestMs = computed(() => Math.min(...waiting.value.map((one) => one.saved_at)))

  async function load() {
    encounters.value = (await keptEncounters()).toSorted((a, b) => a.saved_at - b.saved_at)
    void drain()
  }

  /** Keeps it here first; the network is never waited for. */
  async function save(encounter: Pick<KeptEncounter, 'id' | 'member_id' | 'body'>) {
    const before = encounters.value.find((one) => one.id === encounter.id)
    const kept: KeptEncounter = { ...encounter, saved_at: before?.saved_at ?? nowMs(), sending: 'waiting', why: null }
    await put(kept)
    void drain()
  }

  async function put(kept: KeptEncounter) {
    await keepEncounter(kept)
    const index = encounters.value.findIndex((one) => one.id === kept.id)
    if (index < 0) encounters.value.push(kept)
    else encounters.value[index] = kept
  }

  function drain(): Promise<void> {
    draining ??= sendAll().finally(() => (draining = null))
    return draining
  }

  async function sendAll() {
    clearTimeout(timer)
    for (let next = waiting.value[0]; next; next = waiting.value[0]) {
      if (!(await send(next))) {
        timer = window.setTimeout(() => void drain(), RETRY_MS)
        return
      }
    }
    signal.value = true
  }

  /** False when the rest has to wait. */
  async function send(one: KeptEncounter): Promise<boolean> {
    try {
      await api.recordEncounter(one.id, one.body)
      await settle(one, 'sent', null)
      signal.value = true
      return true
    } catch (thrown) {
      if (thrown instanceof Refusal && thrown.status < 500 && !TRY_LATER.has(thrown.status)) {
        await settle(one, 'held', thrown.message)
        return true
      }
      if (!(thrown instanceof Refusal) && !(thrown instanceof NoSignal)) throw thrown
      signal.value = !(thrown instanceof NoSignal)
      return false
    }
  }

  /** A correction may have been saved while the older revision was on its way: then it still waits. */
  async function settle(one: KeptEncounter, sending: 'sent' | 'held', why: string | null) {
    const now = await keptEncounter(one.id)
    if (now && now.body.revision === one.body.revision) await put({ ...now, sending, why })
  }

  addEventListener('online', () => void drain())
  return { encounters, waiting, held, oldestMs, signal, load, save, drain }
})
