import { ref, watch, type Ref } from 'vue'
import { api } from '@/api/client'
import { NoSignal, Refusal } from '@/api/refusal'
import { nowMs } from '@/offline/clock'
import type { Schemas } from '@/api/client'
import type { Act, Tap } from '@/core/field'

const EVERY_MS = 1000

/** What the answer before said of a fish. */
export interface Heard {
  tookBack: boolean
  /** How many taps it knew. */
  taps: number
}

/** A fish in hand as every device of the trip knows it. */
export interface SharedFish {
  id: string
  species_code: string
  tag_number: string | null
  /** What the Deck knows of it besides; the crew only listens. */
  seen: Schemas['FishSeen']
  taps: Tap[]
  /** How often somebody took a tap back, as the server counts. */
  undos: number
}

/**
 * Keeps the fish in hand of several devices alike, once a second while there is a key and a signal.
 * A tap's time crosses as "so long ago", so that the devices' clocks need not agree; what a device
 * tapped itself keeps its own time.
 */
export function useCrew(
  key: Ref<string | null>,
  mine: () => (Omit<SharedFish, 'undos' | 'seen'> & Partial<Pick<SharedFish, 'seen'>>)[],
  take: (shared: SharedFish[], heard: (id: string) => Heard) => void,
) {
  const device = (sessionStorage['voucher.device'] ??= crypto.randomUUID()) as string
  const signal = ref(true)
  const undone = new Map<string, number>()
  const undos = new Map<string, number>()
  const taps = new Map<string, number>()
  let timer: number | undefined
  let asking = false

  function tookBack(fishId: string, position: number) {
    undone.set(fishId, Math.min(position, undone.get(fishId) ?? position))
  }

  async function sync() {
    clearTimeout(timer)
    if (!key.value || asking) return
    asking = true
    const sentAt = nowMs()
    // What is taken back while this is on its way waits for the next question.
    const takenBack = new Map(undone)
    undone.clear()
    try {
      const answer = await api.syncCrew(key.value, {
        device,
        fish: mine().map(({ taps, ...shared }) => ({
          ...shared,
          undone_from: takenBack.get(shared.id) ?? null,
          undos: undos.get(shared.id) ?? 0,
          taps: taps.map(({ act, at: moment }) => ({ act, age_ms: Math.max(0, sentAt - moment) })),
        })),
      })
      // The answer's time belongs to the middle of the question's way there and back.
      const offset = (sentAt + nowMs()) / 2 - Date.parse(answer.now)
      const before = { undos: new Map(undos), taps: new Map(taps) }
      answer.fish.forEach(
        (sharedFish) =>
          undos.set(sharedFish.id, sharedFish.undos) &&
          taps.set(sharedFish.id, sharedFish.taps.length),
      )
      take(
        answer.fish.map((sharedFish) => ({
          ...sharedFish,
          taps: sharedFish.taps.slice(0, undone.get(sharedFish.id)).map((tap) => ({
            act: tap.act as Act,
            at: Math.round(Date.parse(tap.at) + offset),
          })),
        })),
        (id) => ({
          tookBack: (undos.get(id) ?? 0) > (before.undos.get(id) ?? 0) && !takenBack.has(id),
          taps: before.taps.get(id) ?? 0,
        }),
      )
      signal.value = true
    } catch (thrown) {
      if (!(thrown instanceof NoSignal) && !(thrown instanceof Refusal)) throw thrown
      signal.value = false
      takenBack.forEach((position, id) => tookBack(id, position))
    }
    asking = false
    timer = window.setTimeout(() => void sync(), EVERY_MS)
  }

  watch(key, () => void sync(), { immediate: true })
  return { signal, sync, tookBack, stop: () => clearTimeout(timer) }
}

/**
 * The taps that all agree on, with this device's own times where it made the same tap. When one
 * was taken back elsewhere,
 * what was tapped here since the last answer still counts.
 */
export function merged(own: Tap[], shared: Tap[], heard: Heard): Tap[] | null {
  const same = shared.map((tap, place) => (own[place]?.act === tap.act ? own[place]! : tap))
  if (heard.tookBack) return [...same, ...own.slice(heard.taps)]
  return shared.length > own.length ? same : null
}
