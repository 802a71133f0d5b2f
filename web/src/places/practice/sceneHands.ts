import type { AnimalPicture } from '@/drawings/guilds'
import type { LandingState } from '@/practice/practice'

/** What a hand takes hold of in the picture of a scene. */
export type Thing =
  | 'fish'
  | 'net'
  | 'hand'
  | 'remover'
  | 'forceps'
  | 'cutters'
  | 'applicator'
  | 'cloth'
  | 'weight'
  | 'camera'
/** Where it is let go: a part of the fish, or what lies around it. */
export type Target =
  | 'mouth'
  | 'eye'
  | 'back'
  | 'belly'
  | 'tail'
  | 'mesh'
  | 'stop'
  | 'board'
  | 'above'
  | 'water'
  | 'open_water'
  | 'fish'

/** Thing and target to the act of core/practice/moves.rb, the first that can be done. */
const ACTS: Partial<Record<Thing, Partial<Record<Target, string[]>>>> = {
  net: { water: ['fetch_net', 'sink_net'], fish: ['net', 'scoop', 'sink_net', 'fetch_net'] },
  remover: { mouth: ['remover'] },
  forceps: { mouth: ['forceps'] },
  cutters: { mesh: ['cut_mesh'], mouth: ['cut'], eye: ['cut'] },
  applicator: { back: ['tag'], belly: ['tag_low'], tail: ['tag_low'] },
  cloth: { back: ['lift_cloth'], belly: ['lift_cloth'], tail: ['lift_cloth'] },
  weight: { mouth: ['send_down'], back: ['send_down'], belly: ['send_down'], water: ['send_down'] },
  camera: { back: ['photo'], belly: ['photo'], mouth: ['photo'], eye: ['photo'], tail: ['photo'] },
  hand: {
    water: ['wet'],
    mouth: ['fingers'],
    eye: ['look'],
    mesh: ['untangle'],
    back: ['clean_tag', 'hold'],
    tail: ['hold'],
    belly: ['lift_squeezed'],
    stop: ['measure'],
    board: ['measure_loose'],
  },
}

/**
 * The act that a gesture means, or null where it means none now.
 *
 *   grabbed: for the fish, the part of it that was taken hold of
 */
export function actOf(
  state: Pick<LandingState, 'acts' | 'phase'>,
  thing: Thing,
  target: Target,
  grabbed: Target | null = null,
): string | null {
  const can = (key: string) => state.acts.some((act) => act.key === key)
  if (thing === 'fish') return fishAct(state.phase, target, grabbed, can)
  return ACTS[thing]?.[target]?.find(can) ?? null
}

/** The fish itself is lifted by where it was taken, put back down, or led into open water. */
function fishAct(
  phase: LandingState['phase'],
  target: Target,
  grabbed: Target | null,
  can: (key: string) => boolean,
): string | null {
  if (phase === 'fight') return target === 'above' && can('swing') ? 'swing' : null
  if (phase === 'air') {
    const down = target === 'open_water' ? 'throw' : 'put_back'
    return can(down) ? down : null
  }
  if (target === 'above') {
    const lift = grabbed === 'mouth' ? 'lift_jaw' : grabbed === 'eye' ? 'lift_hook_side' : 'lift'
    return can(lift) ? lift : null
  }
  return target === 'open_water' && can('let_go') ? 'let_go' : null
}

/** The part of a drawn animal at a spot of its own sheet. */
export function partAt(picture: AnimalPicture, x: number, y: number): Target | null {
  const [left, top, width, height] = picture.box as [number, number, number, number]
  if (x < left - 40 || x > left + width || y < top || y > top + height) return null
  const [eyeX, eyeY] = picture.eye as [number, number]
  if (Math.hypot(x - eyeX, y - eyeY) < 60) return 'eye'
  if (x < eyeX + 20) return 'mouth'
  if (x > left + width * 0.82) return 'tail'
  return y < 0 ? 'back' : 'belly'
}
