import { expect, test } from 'vitest'
import {
  blankFish,
  doBeside,
  nextRevision,
  sayTagIn,
  tapBack,
  tapOn,
  typedLength,
  typedText,
  undoBeside,
} from '@/places/deck/fishInHand'

const CARD = {
  trip: { id: 'trip-1', water_temp_c: 13.5 },
  rules: { version: 4, own_version: 2 },
} as Parameters<typeof nextRevision>[2]
const DEVICE = 'phone-1'

function releasedFish() {
  const fish = { ...blankFish('fish-1', 'seabass', 'FL'), offered: 'MS000001', digits: '412' }
  for (const act of ['fish_on', 'in_net', 'lifted', 'back_in_water', 'let_go'] as const)
    tapOn(fish, act, fish.taps.length * 1000, false)
  return fish
}

test('the first revision is judged by the rules of the card', () => {
  const body = nextRevision(releasedFish(), null, CARD, 'cm', DEVICE)!
  expect(body).toMatchObject({ revision: 1, trip_id: 'trip-1', house_rules_version: 4 })
  expect(body.length).toEqual({ value: 41.2, unit: 'cm', kind: 'FL', how: 'board' })
})

test('opening and closing a fish without a change sends nothing', () => {
  const fish = releasedFish()
  const first = nextRevision(fish, null, CARD, 'cm', DEVICE)
  expect(nextRevision(fish, first, CARD, 'cm', DEVICE)).toBeNull()
})

test('a correction keeps the trip and the rules of the first revision', () => {
  const fish = releasedFish()
  const first = nextRevision(fish, null, CARD, 'cm', DEVICE)
  const later = { trip: { ...CARD.trip, id: 'trip-2' }, rules: { version: 9, own_version: 9 } }
  fish.digits = '395'
  expect(nextRevision(fish, first, later as typeof CARD, 'cm', DEVICE)).toMatchObject({
    revision: 2,
    trip_id: 'trip-1',
    house_rules_version: 4,
    own_rules_version: 2,
  })
})

test('silence about the tag stores none and leaves a question', () => {
  expect(nextRevision(releasedFish(), null, CARD, 'cm', DEVICE)).toMatchObject({
    kind: 'untagged',
    tag_numbers: [],
    tag_question: 'MS000001',
  })
})

test('a tag that was said to be in goes out once', () => {
  const fish = releasedFish()
  sayTagIn(fish)
  sayTagIn(fish)
  expect(nextRevision(fish, null, CARD, 'cm', DEVICE)).toMatchObject({
    kind: 'tagged',
    tag_numbers: ['MS000001'],
    tag_question: null,
  })
})

test('taking back the only touch of bycatch that was sent makes it void', () => {
  const crab = blankFish('crab-1', 'shore_crab', 'TL')
  tapOn(crab, 'let_go', 0, false)
  expect(tapBack(crab)).toBe(false)
  expect(nextRevision(crab, null, CARD, 'cm', DEVICE)!.voided_because).toBe('Undone on the Deck.')
})

test('what the big key records without a stage is taken back before the stage', () => {
  const fish = blankFish('fish-3', 'pollack', 'FL')
  tapOn(fish, 'in_net', 0, false)
  doBeside(fish, 'send_down')
  doBeside(fish, 'unhook_in_water')
  expect([fish.handling, fish.removal]).toEqual([['sent_down'], 'in_water'])
  expect([undoBeside(fish), undoBeside(fish), undoBeside(fish)]).toEqual([true, true, false])
  expect([fish.handling, fish.removal]).toEqual([[], null])

  doBeside(fish, 'unhook_in_water')
  tapOn(fish, 'let_go', 5000, false)
  expect(undoBeside(fish)).toBe(false)
  const body = nextRevision(fish, null, CARD, 'cm', DEVICE)!
  expect(body.removal).toBe('in_water')
  expect('beside' in body).toBe(false)
})

test('a length is read as people type it: whole units, or with a tenth', () => {
  expect(['4', '38', '385', '412', '1205'].map(typedLength)).toEqual([4, 38, 38.5, 41.2, 120.5])
  expect(['38', '385'].map(typedText)).toEqual(['38', '38.5'])
})
