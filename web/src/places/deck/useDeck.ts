import { v7 as uuid } from 'uuid'
import { computed, onScopeDispose } from 'vue'
import { nowMs } from '@/offline/clock'
import { useQueue } from '@/offline/queue'
import { useSessionStore } from '@/stores/session'
import { asSaid, blankFish, hasEnded, isInHand, takeTaps } from './fishInHand'
import { useCards } from './useCards'
import { useCoreWord } from './useCoreWord'
import { merged, useCrew, type Heard, type SharedFish } from './useCrew'
import { useHands } from './useHands'
import { useInstruments } from './useInstruments'
import { useKeeping } from './useKeeping'
import { useLogged } from './useLogged'
import { useTouches } from './useTouches'

/**
 * The Deck: a card, the fish in hand from fish on to let go, what was logged, core's word on it,
 * and the touches that change it. Each is a composable of its own; here they meet.
 */
export function useDeck() {
  const session = useSessionStore()
  const queue = useQueue()
  const memberId = (session.member ?? session.last)!.id
  const unit = computed(() => (session.units === 'imperial' ? ('in' as const) : ('cm' as const)))

  const hands = useHands(memberId)
  const cards = useCards(memberId, { ...hands, opened: takeUp })
  const { deck, card, speciesOf } = cards
  const { fish } = hands
  const instruments = useInstruments(computed(() => deck.value?.instruments ?? false))
  const logged = useLogged(cards, hands)
  const word = useCoreWord(cards, hands, logged, instruments, unit)
  const keeping = useKeeping(memberId, cards, hands, unit)
  const touches = useTouches(cards, hands, logged, word, keeping, instruments, () => crew)
  const crew = useCrew(
    computed(() => deck.value?.crew_key ?? null),
    mineToShare,
    takeShared,
  )
  onScopeDispose(crew.stop)

  /** With another card: the fish that were left in hand, or a blank one. */
  async function takeUp() {
    await queue.load(card.value?.trip.id ?? null)
    if (!card.value) return
    const kept = await hands.keptInHand()
    hands.hands.value = (kept?.hands ?? [])
      .filter(
        (hand) =>
          speciesOf(hand.species_code) && (isInHand(hand) || hand.trip_id === card.value!.trip.id),
      )
      .map((hand) =>
        asSaid({ ...blankFish(hand.id, hand.species_code, hand.length_kind), ...hand }),
      )
    hands.usual.value = kept?.usual ?? logged.logged.value[0]?.species_code ?? null
    hands.current.value = Math.min(kept?.at ?? 0, Math.max(0, hands.hands.value.length - 1))
    // A page that died between the last touch and the queue: what is closed here goes out.
    hands.hands.value
      .filter((hand) => hasEnded(hand) && !keeping.isQueued(hand.id))
      .forEach(keeping.keepOne)
    if (!hands.hands.value.length) hands.hands.value = [touches.blankRecord()]
  }

  function mineToShare(): Omit<SharedFish, 'undos'>[] {
    return hands.hands.value.map((hand) => ({
      id: hand.id,
      species_code: hand.species_code,
      tag_number: hand.tag_numbers[0] ?? hand.offered,
      seen: word.seen(hand),
      taps: hand.taps,
    }))
  }
  /** Taps that the crew made or took back. */
  function takeShared(shared: SharedFish[], heard: (id: string) => Heard) {
    for (const other of shared) {
      const own = hands.hands.value.find((hand) => hand.id === other.id)
      const taps = own && merged(own.taps, other.taps, heard(other.id))
      if (!taps) continue
      takeTaps(own, taps)
      keeping.changed(own)
    }
  }

  const species = computed(() => speciesOf(fish.value?.species_code))
  const knownFish = computed(
    () =>
      card.value?.known_fish.find((known) => known.number === fish.value?.tag_numbers[0]) ?? null,
  )
  const waterTempC = computed(
    () =>
      fish.value?.water_temp_c ??
      instruments.waterTempC.value ??
      card.value?.trip.water_temp_c ??
      null,
  )
  const photos = computed(() =>
    queue.photos.filter((photo) => photo.encounter_id === fish.value?.id),
  )
  async function addPhoto(file: Blob) {
    if (!fish.value) return
    await queue.addPhoto({
      id: uuid(),
      encounter_id: fish.value.id,
      member_id: memberId,
      taken_at: nowMs(),
      blob: file,
    })
  }

  return {
    ...cards,
    ...hands,
    ...logged,
    ...word,
    ...touches,
    unit,
    instruments,
    species,
    knownFish,
    waterTempC,
    photos,
    addPhoto,
    removePhoto: queue.removePhoto,
    crewSignal: crew.signal,
  }
}
export type DeckState = ReturnType<typeof useDeck>
