import { storeToRefs } from 'pinia'
import { computed } from 'vue'
import { useQueue } from '@/offline/queue'
import { isInHand, numbersOf, type FishInHand } from './fishInHand'
import type { Cards } from './useCards'
import type { Hands } from './useHands'

/** What was logged on this trip, here and on the server, and the numbers that it left. */
export function useLogged({ deck, card }: Cards, { hands, fish }: Hands) {
  const { encounters } = storeToRefs(useQueue())
  const counted = computed(() =>
    encounters.value.filter((encounter) => !encounter.body.voided_because),
  )
  /** What the server has and this device has not. */
  const elsewhere = computed(() => {
    const known = new Set(encounters.value.map((record) => record.id))
    return (deck.value?.logged ?? []).filter((record) => !known.has(record.id))
  })

  /** Fish of this kind that were kept on this trip before this one: the bag of the law. */
  function keptBefore(inHand: FishInHand): number {
    const here = counted.value
      .filter((kept) => kept.body.trip_id === card.value?.trip.id)
      .map(({ id, body }) => ({ id, species_code: body.species_code, fate: body.fate }))
    return [...here, ...elsewhere.value].filter(
      (kept) =>
        kept.fate === 'kept' && kept.id !== inHand.id && kept.species_code === inHand.species_code,
    ).length
  }

  /** Numbers that no fish logged here uses; the fish in hand may keep its own. */
  const pouch = computed(() =>
    unused(fish.value?.id).filter(
      (number) =>
        !fish.value?.spoiled_numbers.includes(number) && !fish.value?.lost_numbers.includes(number),
    ),
  )
  function unused(ownId?: string): string[] {
    const logged = counted.value
      .filter((record) => record.id !== ownId)
      .flatMap((record) => numbersOf(record.body))
    const inHand = hands.value
      .filter((hand) => hand.id !== ownId)
      .flatMap((hand) => [
        ...numbersOf(hand),
        ...(isInHand(hand) && hand.offered ? [hand.offered] : []),
      ])
    const used = new Set([...logged, ...inHand])
    return (card.value?.pouch ?? []).filter((number) => !used.has(number))
  }

  /** Newest first. */
  const logged = computed(() => {
    const here = counted.value
      .filter((record) => record.body.trip_id === card.value?.trip.id || record.sending === 'held')
      .map((record) => ({
        id: record.id,
        species_code: record.body.species_code,
        tag_numbers: record.body.tag_numbers,
        at: record.body.stages[0]!.at,
        sending: record.sending,
        why: record.why,
        asks: Boolean(record.body.tag_question),
        fields: record.fields ?? [],
        collisions: record.collisions ?? [],
      }))
    const there = elsewhere.value.map((record) => ({
      id: record.id,
      species_code: record.species_code,
      tag_numbers: record.tag_numbers,
      at: record.caught_at,
      sending: 'sent' as const,
      why: null,
      asks: false,
      fields: [],
      collisions: [],
    }))
    return [...here, ...there].toSorted((a, b) => b.at.localeCompare(a.at))
  })

  return { logged, pouch, unused, keptBefore }
}
export type Logged = ReturnType<typeof useLogged>
