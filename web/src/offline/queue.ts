import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { api, type Schemas } from '@/api/client'
import { NoSignal, Refusal } from '@/api/refusal'
import { useSessionStore } from '@/stores/session'
import { nowMs } from './clock'
import { comeBack } from './leaving'
import { usePauses } from './pauses'
import { sha256 } from './sha256'
import {
  dropPhoto,
  encountersOfTrip,
  forgetSentBefore,
  keepEncounter,
  keepPhoto,
  keptEncounter,
  keptPhotos,
  unsentEncounters,
  type KeptEncounter,
  type KeptPhoto,
} from './store'

const BATCH = 50
/** What the server has had for so long need not lie here. */
const FORGET_AFTER_MS = 30 * 86_400_000
/** It is not this record's fault: signed out, too often, or a page that is too old. */
const LATER = [401, 403, 429]

/**
 * What became of a sending: each was answered; some were not; none, because the line or the server
 * is down.
 */
type Outcome = 'answered' | 'some' | 'down'

/**
 * Encounters on this device and what became of them; drains oldest first whenever there is a
 * signal.
 */
export const useQueue = defineStore('queue', () => {
  const encounters = shallowRef<KeptEncounter[]>([])
  const photos = shallowRef<KeptPhoto[]>([])
  const signal = ref(true)
  const signedOut = ref(false)
  const session = useSessionStore()
  const pauses = usePauses()
  let draining: Promise<void> | null = null
  let timer: number | undefined

  const waiting = computed(() =>
    encounters.value.filter((encounter) => encounter.sending === 'waiting'),
  )
  const held = computed(() => encounters.value.filter((encounter) => encounter.sending === 'held'))
  const photosWaiting = computed(() => photos.value.filter((photo) => photo.why === null))
  const oldestMs = computed(() => Math.min(...waiting.value.map((record) => record.saved_at)))

  /** Of a phone that several share each sends and sees their own alone. */
  const owner = () => (session.member ?? session.last)?.id
  const isOwn = (record: { member_id: string }) => record.member_id === owner()
  /** Whether the session is that of whose records these are. */
  const maySend = (record: { member_id: string }) => record.member_id === session.member?.id

  /** What is unsent, and all of one trip. */
  async function load(tripId: string | null) {
    if (session.member) await comeBack(session.member.id)
    const stored = [
      ...(await unsentEncounters()),
      ...(tripId ? await encountersOfTrip(tripId) : []),
    ]
    const kept = stored.filter(isOwn)
    // A fish that was let go while the device was read stays.
    const meanwhile = encounters.value.filter(
      (record) => record.sending !== 'sent' && isOwn(record),
    )
    const all = new Map([...meanwhile, ...kept].map((record) => [record.id, record]))
    encounters.value = [...all.values()].toSorted((a, b) => a.saved_at - b.saved_at)
    photos.value = (await keptPhotos()).filter(isOwn)
    void drain().then(askHeld)
    void forgetSentBefore(nowMs() - FORGET_AFTER_MS)
  }

  /** Keeps it here first; the network is never waited for. */
  async function save(encounter: Pick<KeptEncounter, 'id' | 'member_id' | 'body' | 'fish'>) {
    const before = encounters.value.find((record) => record.id === encounter.id)
    const kept: KeptEncounter = {
      ...encounter,
      saved_at: before?.saved_at ?? nowMs(),
      sending: 'waiting',
      why: null,
    }
    await put(kept)
    void drain()
  }

  async function put(kept: KeptEncounter) {
    const others = encounters.value.slice()
    const index = others.findIndex((other) => other.id === kept.id)
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
    photos.value = photos.value.filter((photo) => photo.id !== id)
  }

  /**
   * What the server held back may have been mended at the desk meanwhile: then it says that it
   * knows it.
   */
  async function askHeld() {
    for (const record of held.value.filter(maySend))
      if ((await sendHalved([record])) === 'down') return
  }

  function drain(): Promise<void> {
    draining ??= sendAll().finally(() => (draining = null))
    return draining
  }

  /** Whatever happens, what is left is tried again after a pause. */
  async function sendAll() {
    clearTimeout(timer)
    let whole = false
    try {
      whole = (await sendRecords()) && (await sendPhotos())
    } finally {
      if (whole) pauses.reset()
      else timer = window.setTimeout(() => void drain(), pauses.next())
    }
  }

  /**
   * Each record is tried once in a round; a correction that was saved meanwhile makes another
   * round.
   */
  async function sendRecords(): Promise<boolean> {
    const tried = new Set<string>()
    const mark = (record: KeptEncounter) => `${record.id} ${record.body.revision}`
    let whole = true
    for (;;) {
      const batch = waiting.value
        .filter((record) => maySend(record) && !tried.has(mark(record)))
        .slice(0, BATCH)
      if (!batch.length) return whole
      batch.forEach((record) => tried.add(mark(record)))
      const outcome = await sendHalved(batch)
      if (outcome === 'down') return false
      if (outcome === 'some') whole = false
    }
  }

  /**
   * A batch that is refused as a whole is sent in halves, until the record that is meant stands
   * alone.
   */
  async function sendHalved(batch: KeptEncounter[]): Promise<Outcome> {
    const outcome = await attempt(() => send(batch))
    if (!(outcome instanceof Refusal)) return outcome
    if (batch.length > 1) {
      const middle = Math.ceil(batch.length / 2)
      const outcomes = [
        await sendHalved(batch.slice(0, middle)),
        await sendHalved(batch.slice(middle)),
      ]
      return (
        outcomes.find((outcome) => outcome === 'down') ??
        outcomes.find((outcome) => outcome === 'some') ??
        'answered'
      )
    }
    // A server that broke may be mended; what it cannot read stays unreadable.
    if (outcome.status >= 500 || outcome.status === 409) return 'some'
    await settle(batch[0]!, 'held', outcome.message)
    return 'answered'
  }

  async function send(batch: KeptEncounter[]): Promise<Outcome> {
    const { answers } = await api.recordBatch(
      batch.map((record) => ({ id: record.id, encounter: record.body })),
      new Date(nowMs()).toISOString(),
    )
    const answered = new Map(answers.map((answer) => [answer.id, answer]))
    for (const record of batch) {
      const answer = answered.get(record.id)
      if (answer)
        await settle(record, answer.answer === 'held' ? 'held' : 'sent', answer.message, answer)
    }
    return batch.every((record) => answered.has(record.id)) ? 'answered' : 'some'
  }

  async function sendPhotos(): Promise<boolean> {
    let whole = true
    for (const photo of photosWaiting.value.filter(maySend)) {
      const fish =
        encounters.value.find((encounter) => encounter.id === photo.encounter_id) ??
        (await keptEncounter(photo.encounter_id))
      // A fish that is still in hand or held back keeps its pictures here.
      if (fish?.sending !== 'sent') continue
      const outcome = await attempt(() => sendPhoto(photo))
      if (outcome === 'down') return false
      if (outcome instanceof Refusal) {
        if (outcome.status >= 500) whole = false
        else await refusePhoto(photo, outcome.message)
      } else if (outcome === 'some') whole = false
    }
    return whole
  }

  /** It stays here until the server names the hash of what it keeps, and that is this picture's. */
  async function sendPhoto(photo: KeptPhoto): Promise<Outcome> {
    const { sha256: kept } = await api.addEncounterPhoto(
      photo.encounter_id,
      photo.id,
      new Date(photo.taken_at).toISOString(),
      photo.blob,
    )
    if (kept !== (await sha256(photo.blob))) return 'some'
    await removePhoto(photo.id)
    return 'answered'
  }

  async function refusePhoto(photo: KeptPhoto, why: string) {
    const refused = { ...photo, why }
    await keepPhoto(refused)
    photos.value = photos.value.map((kept) => (kept.id === photo.id ? refused : kept))
  }

  /**
   * What became of it; a Refusal is about what was sent, and 'down' about the line, the server or
   * the sign-in.
   */
  async function attempt(call: () => Promise<Outcome>): Promise<Outcome | Refusal> {
    try {
      const outcome = await call()
      signal.value = true
      signedOut.value = false
      return outcome
    } catch (thrown) {
      const refused = thrown instanceof Refusal
      signal.value = !(thrown instanceof NoSignal)
      signedOut.value = refused && thrown.status === 401
      return refused && !LATER.includes(thrown.status) ? thrown : 'down'
    }
  }

  /**
   * A correction may have been saved while the older revision was on its way: then it still waits.
   */
  async function settle(
    record: KeptEncounter,
    sending: 'sent' | 'held',
    why: Schemas['BatchAnswer']['message'],
    answer?: Schemas['BatchAnswer'],
  ) {
    const now = encounters.value.find((kept) => kept.id === record.id) ?? record
    if (now.body.revision === record.body.revision)
      await put({
        ...now,
        sending,
        why,
        collisions: answer?.collisions ?? [],
        fields: Object.keys(answer?.fields ?? {}),
      })
  }

  addEventListener('online', () => {
    pauses.reset()
    void drain()
  })
  return {
    encounters,
    photos,
    waiting,
    held,
    photosWaiting,
    oldestMs,
    signal,
    signedOut,
    load,
    save,
    addPhoto,
    removePhoto,
    drain,
  }
})
