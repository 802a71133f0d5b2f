import type { Schemas } from '@/api/client'

export const LENGTH_KIND: Record<Schemas['LengthKind'], string> = {
  FL: 'snout to fork',
  TL: 'snout to tail end',
  DW: 'disc width',
  CW: 'shell width',
}

export const LENGTH_HOW: Record<string, string> = { board: 'board', tape: 'tape', ruler: 'ruler beside', photo: 'photo', estimate: 'estimate' }

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
  back_in_water: { button: 'Back in water', stage: 'back in water' },
  let_go: { button: 'Let go', stage: 'let go' },
  kept: { button: 'Kept', stage: 'kept' },
}

export const WHAT: Record<string, string> = { tagged: 'Tagged', recaptured: 'Caught again', untagged: 'Caught' }

export const WAITING_REASON: Record<string, string> = {
  number_not_found: 'no fish of ours carries this number',
  other_species: 'the number is on another species',
  before_release: 'dated before that fish was tagged',
  reported_kept: 'that fish was reported kept',
}
