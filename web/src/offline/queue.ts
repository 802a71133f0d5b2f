import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { api } from '@/api/client'
import { NoSignal, Refusal } from '@/api/refusal'
import { nowMs } from './clock'
import { dropPhoto, encountersOfTrip, forgetSentBefore, keepEncounter, keepPhoto, keptEncounter, keptPhotos, unsentEncounters, type KeptEncounter, type KeptPhoto } from './store'

const RETRY_MS = 15_000
const BATCH = 50
/** What the server has had for so long need not lie here. */
const FORGET_AFTER_MS = 30 * 86_400_000

/** Encounters on this device and what became of them; drains oldest first whenever there is a signal. */
export const useQueue = defineStore('queue', () => {
  const encounters = shallowRef<KeptEncounter[]>([])
  const photos = shallowRef<KeptPhoto[]>([])
  const signal = ref(true)
  const signedOut = ref(false)
  let draining: Promise<void> | null = null
  let timer: number | undefined

  const waiting = computed(() => encounters.value.filter((one) => one.sending === 'waiting'))
  const held = computed(() => encounters.value.filter((one) => one.sending === 'held'))
  const photosWaiting = computed(() => photos.value.filter((one) => one.why === null))
  const oldestMs = computed(() => Math.min(...waiting.value.map((one) => one.saved_at)))

  /** What is unsent, and all of one trip. */
  async function load(tripId: string | null) {
    const all = [...(await unsentEncounters()), ...(tripId ? await encountersOfTrip(tripId) : [])]
    encounters.value = [...new Map(all.map((one) => [one.id, one])).values()].toSorted((a, b) => a.saved_at - b.saved_at)
    photos.value = await keptPhotos()
    void drain()
    void forgetSentBefore(nowMs() - FORGET_AFTER_MS)
  }

  /** Keeps it here first; the network is never waited for. */
  async function save(encounter: Pick<KeptEncounter, 'id' | 'member_id' | 'body' | 'fish'>) {
    const before = encounters.value.find((one) => one.id === encounter.id)
    const kept: KeptEncounter = { ...encounter, saved_at: before?.saved_at ?? nowMs(), sending: 'waiting', why: null }
    await put(kept)
    void drain()
  }

  async function put(kept: KeptEncounter) {
    const others = encounters.value.slice()
    const index = others.findIndex((one) => one.id === kept.id)
    if (index < 0) others.push(kept)
    else others[index] = kept
    encounters.value = others
    await keepEncounter(kept)
  }

  async function addPhoto(photo: Omit<KeptPhoto, 'why'>) {
    const kept = { ...photo, why: null }
    await keepPhoto(kept)
    photos.value = [...photos.value, kept]
    void drain()
  }

  async function removePhoto(id: string) {
    await dropPhoto(id)
    photos.value = photos.value.filter((one) => one.id !== id)
  }

  function drain(): Promise<void> {
    draining ??= sendAll().finally(() => (draining = null))
    return draining
  }

  async function sendAll() {
    clearTimeout(timer)
    while (waiting.value.length) {
      if (!(await send(waiting.value.slice(0, BATCH)))) return again()
    }
    for (const photo of photosWaiting.value) {
      const fish = encounters.value.find((one) => one.id === photo.encounter_id)
      // A fish that is still in hand or held back keeps its pictures here.
      if (fish ? fish.sending === 'sent' : (await keptEncounter(photo.encounter_id))?.sending === 'sent') {
        if (!(await sendPhoto(photo))) return again()
      }
    }
    signal.value = true
  }

  const again = () => void (timer = window.setTimeout(() => void drain(), RETRY_MS))

  /** Each record is answered on its own. False when the rest has to wait: no signal, signed out, too often, or a server that broke. */
  async function send(batch: KeptEncounter[]): Promise<boolean> {
    return attempt(async () => {
      const { answers } = await api.recordBatch(batch.map((one) => ({ id: one.id, encounter: one.body })))
      for (const told of answers) {
        const one = batch.find((kept) => kept.id === told.id)
        if (one) await settle(one, told.answer === 'held' ? 'held' : 'sent', told.message)
      }
    })
  }

  async function sendPhoto(photo: KeptPhoto): Promise<boolean> {
    return attempt(async () => {
      try {
        await api.addEncounterPhoto(photo.encounter_id, photo.id, new Date(photo.taken_at).toISOString(), photo.blob)
        await removePhoto(photo.id)
      } catch (thrown) {
        if (!(thrown instanceof Refusal) || [401, 429, 500].includes(thrown.status)) throw thrown
        const refused = { ...photo, why: thrown.message }
        await keepPhoto(refused)
        photos.value = photos.value.map((one) => (one.id === photo.id ? refused : one))
      }
    })
  }

  async function attempt(call: () => Promise<void>): Promise<boolean> {
    try {
      await call()
      signal.value = true
      signedOut.value = false
      return true
    } catch (thrown) {
      if (!(thrown instanceof Refusal) && !(thrown instanceof NoSignal)) throw thrown
      signal.value = !(thrown instanceof NoSignal)
      signedOut.value = thrown instanceof Refusal && thrown.status === 401
      return false
    }
  }

  /** A correction may have been saved while the older revision was on its way: then it still waits. */
  async function settle(one: KeptEncounter, sending: 'sent' | 'held', why: string | null) {
    const now = encounters.value.find((kept) => kept.id === one.id) ?? one
    if (now.body.revision === one.body.revision) await put({ ...now, sending, why })
  }

  addEventListener('online', () => void drain())
  return { encounters, photos, waiting, held, photosWaiting, oldestMs, signal, signedOut, load, save, addPhoto, removePhoto, drain }
})
