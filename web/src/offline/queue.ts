import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import { api } from '@/api/client'
import { NoSignal, Refusal } from '@/api/refusal'
import { nowMs } from './clock'
import { keepEncounter, keptEncounter, keptEncounters, type KeptEncounter } from './store'

const RETRY_MS = 15_000
const BATCH = 50

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
    while (waiting.value.length) {
      if (!(await send(waiting.value.slice(0, BATCH)))) {
        timer = window.setTimeout(() => void drain(), RETRY_MS)
        return
      }
    }
    signal.value = true
  }

  /** Each record is answered on its own. False when the rest has to wait: no signal, signed out, too often, or a server that broke. */
  async function send(batch: KeptEncounter[]): Promise<boolean> {
    try {
      const { answers } = await api.recordBatch(batch.map((one) => ({ id: one.id, encounter: one.body })))
      for (const told of answers) {
        const one = batch.find((kept) => kept.id === told.id)
        if (one) await settle(one, told.answer === 'held' ? 'held' : 'sent', told.message)
      }
      signal.value = true
      return true
    } catch (thrown) {
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
