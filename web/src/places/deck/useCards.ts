import { useIntervalFn } from '@vueuse/core'
import { computed, ref, shallowRef } from 'vue'
import { v7 as uuid } from 'uuid'
import { api, type Schemas } from '@/api/client'
import { NoSignal, trouble, type Trouble } from '@/api/refusal'
import { localDate } from '@/format/units'
import { keepNote, note } from '@/offline/store'
import type { Card } from '@/core/field'

type Deck = Schemas['Deck']
type KeptCards = Record<string, Deck>
/** Days of which a card lies here: last night's, today's, those taken ahead. */
const MOST_CARDS = 5
/** So often it is asked for notices, while there is a signal. */
const ASK_EVERY_MS = 120_000
/** A card of another shape is taken anew. */
const CARD_FORMAT = 3

/**
 * The card of the trip: the one that lies here is shown at once, a newer one takes its place when
 * the server answers, and never while a fish is in hand.
 */
export function useCards(
  memberId: string,
  hands: {
    /** The trip of the fish that was in hand when the page was left. */
    leftInHand: () => Promise<string | null>
    isAnyInHand: () => boolean
    /** Another card lies here now. */
    opened: () => Promise<void>
  },
) {
  const KEPT = `card:${memberId}`
  const deck = shallowRef<Deck | null>(null)
  const card = computed<Card | null>(() => deck.value?.card ?? null)
  const loading = ref(true)
  const refusal = ref<Trouble | null>(null)

  const speciesOf = (code: string | undefined) =>
    card.value?.species.find((species) => species.code === code) ?? null

  async function load() {
    const today = localDate()
    loading.value = true
    refusal.value = null
    const cards = await keptCards()
    // A fish in hand is shown first, whatever day it has become.
    const inHand = await hands.leftInHand()
    const kept =
      (inHand && Object.values(cards).find((entry) => entry.card?.trip.id === inHand)) ||
      cards[today]
    if (kept?.card) {
      await open(kept)
      void refresh(today, true)
    } else if (!(await refresh(today, false)) && Object.keys(cards).length) {
      // No signal, and no card of this day: the newest that lies here is better than none, and
      // says of which day it is.
      refusal.value = null
      await open(cards[Object.keys(cards).toSorted().at(-1)!]!)
    }
    loading.value = false
  }

  /** Cards that lie here, by the day of their trip. */
  async function keptCards(): Promise<KeptCards> {
    const all = Object.entries((await note<KeptCards>(KEPT)) ?? {})
    return Object.fromEntries(all.filter(([, entry]) => entry.card?.format === CARD_FORMAT))
  }
  async function keepCard(fresh: Deck) {
    if (!fresh.card) return
    const day = fresh.card.trip.held_on
    const others = Object.entries(await keptCards())
      .filter(([on]) => on !== day)
      .toSorted(([a], [b]) => b.localeCompare(a))
    await keepNote(KEPT, Object.fromEntries([[day, fresh], ...others.slice(0, MOST_CARDS - 1)]))
  }

  async function open(fresh: Deck) {
    deck.value = fresh
    await hands.opened()
  }

  /** Returns whether the server answered. */
  async function refresh(on: string, shown: boolean, trip?: string): Promise<boolean> {
    try {
      const here = card.value?.trip
      const fresh = await api.deck(
        on,
        trip ?? (shown && here?.held_on === on ? here.id : undefined),
      )
      await keepCard(fresh)
      if (!shown) await open(fresh)
      // A trip chosen meanwhile stays.
      else if (card.value?.trip.id !== here?.id) return true
      else if (fresh.card?.trip.id === here?.id) deck.value = fresh
      else if (!hands.isAnyInHand()) await open(fresh)
      return true
    } catch (thrown) {
      if (!(thrown instanceof NoSignal && shown)) refusal.value = trouble(thrown)
      return false
    }
  }

  useIntervalFn(() => {
    if (card.value?.trip.held_on === localDate() && navigator.onLine)
      void refresh(localDate(), true)
  }, ASK_EVERY_MS)

  /** Another of the trips: also tomorrow's, while there is a signal tonight. */
  async function takeCard(trip: Deck['trips'][number]) {
    refusal.value = null
    await refresh(trip.held_on, false, trip.id)
  }
  /** Another trip on a day that has one. */
  const newTrip = () => (deck.value = deck.value && { ...deck.value, card: null })

  async function startTrip(trip: Schemas['TripStart']) {
    refusal.value = null
    try {
      const { id } = await api.startTrip(uuid(), trip)
      await refresh(trip.held_on, false, id)
    } catch (thrown) {
      refusal.value = trouble(thrown)
    }
  }

  /** Lets the crew's devices in. */
  async function share() {
    refusal.value = null
    try {
      const { crew_key } = await api.shareDeck(card.value!.trip.id)
      deck.value = { ...deck.value!, crew_key }
    } catch (thrown) {
      refusal.value = trouble(thrown)
    }
  }

  return { deck, card, loading, refusal, speciesOf, load, takeCard, newTrip, startTrip, share }
}
export type Cards = ReturnType<typeof useCards>
