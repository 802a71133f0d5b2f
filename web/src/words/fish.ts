import type { Schemas } from '@/api/client'
import { dateText } from '@/format/units'

export const LENGTH_KIND: Record<Schemas['LengthKind'], string> = {
  FL: 'snout to fork',
  TL: 'snout to tail end',
  SL: 'snout to root of tail',
  DW: 'disc width',
  CW: 'shell width',
}

export const LENGTH_HOW: Record<string, string> = {
  board: 'board',
  tape: 'tape',
  ruler: 'ruler beside',
  photo: 'photo',
  estimate: 'estimate',
}

export const HOOK_PLACE: Record<Schemas['HookPlace'], string> = {
  lip: 'lip',
  jaw_corner: 'jaw corner',
  roof: 'roof',
  tongue: 'tongue',
  outside: 'outside',
  eye: 'eye',
  gill: 'gill',
  throat: 'throat',
  stomach: 'stomach',
}

/** The button that makes a tap, and the word for the stage afterwards. */
export const ACT: Record<Schemas['StageAct'], { button: string; stage: string }> = {
  fish_on: { button: 'Fish on', stage: 'on the line' },
  in_net: { button: 'In the net', stage: 'in the net' },
  lifted: { button: 'Lift out', stage: 'out of the water' },
  tag_in: { button: 'Tag is in', stage: 'tag is in' },
  back_in_water: { button: 'Back in water', stage: 'back in water' },
  let_go: { button: 'Let go', stage: 'let go' },
  kept: { button: 'Kept', stage: 'kept' },
}

export const WHAT: Record<string, string> = {
  tagged: 'Tagged',
  recaptured: 'Caught again',
  untagged: 'Caught',
}

/** How a fish or its tag came to its finder; one that was caught needs no word. */
export const FOUND: Record<string, string> = {
  dead: 'Found dead',
  tag_alone: 'Its tag was found',
  shop: 'Found in a shop',
  in_fish: 'Found inside another fish',
}
/** What became of it; of a tag alone nobody knows, and a dead one is said already. */
export const FATE: Record<string, string> = { released: 'let go', kept: 'kept' }
export const TAG_LEFT: Record<string, string> = {
  in_fish: 'left in the fish',
  cut_off: 'cut off',
  with_finder: 'kept by the finder',
}
export const LETTER: Record<string, string> = {
  recapture_to_tagger: 'the letter to the tagger',
  thanks_to_finder: 'the thanks to the finder',
  question_to_finder: 'the question to the finder',
  question_to_member: 'the question to the member',
}
/** The day of a catch as far as it is known. */
export function whenText(moment: {
  caught_on: string
  day_said: string
  caught_from: string | null
}): string {
  if (moment.day_said === 'unknown')
    return `before ${dateText(moment.caught_on)}, the day is not known`
  if (moment.day_said === 'span')
    return moment.caught_from
      ? `between ${dateText(moment.caught_from)} and ${dateText(moment.caught_on)}`
      : `by ${dateText(moment.caught_on)}`
  return dateText(moment.caught_on)
}

export const REMOVAL: Record<string, string> = {
  by_itself: 'fell out',
  in_water: 'in the water',
  remover: 'remover',
  pliers: 'pliers',
  cut_hook: 'hook cut',
  cut_line: 'line cut, hook left',
  pulled: 'pulled out',
}
export const MARKS: Record<string, string> = {
  old_hook_scar: 'old hook scar',
  open_wound: 'open wound',
  scale_loss: 'scales lost',
  eye_damage: 'eye hurt',
  parasites: 'parasites',
}
export const MISHAPS: Record<string, string> = {
  dry_surface: 'dry surface or cloth',
  dropped: 'dropped',
  hung_by_jaw: 'hung by the jaw',
}
export const REFLEX: Record<string, string> = {
  rights_itself: 'rights itself',
  tail_burst: 'bursts off when the tail is held',
  body_flex: 'flexes when held',
  gill_beat: 'gills beat steadily',
  eye_follows: 'eye stays level when rolled',
}
export const PRESSURE_SIGN: Record<string, string> = {
  stomach_out: 'stomach out of the mouth',
  gut_out: 'gut out behind',
  eyes_bulging: 'eyes bulging',
  swollen: 'swollen, floats',
}
export const OUTCOME: Record<string, string> = {
  strong: 'swam strong',
  slow: 'swam slowly',
  sank: 'sank',
  floated: 'floated',
  predator: 'taken by another',
  lost_from_sight: 'lost from sight',
}
export const TAG_WHERE: Record<string, string> = { board: 'on the board', water: 'in the water' }
export const TAG_ACT: Record<string, string> = {
  left: 'tag left in',
  replaced: 'tag replaced',
  added: 'tag added',
  removed: 'tag taken off',
}
export const BAND: Record<string, string> = {
  good: 'good',
  watch: 'watch it',
  poor: 'poor',
  grave: 'grave',
}
