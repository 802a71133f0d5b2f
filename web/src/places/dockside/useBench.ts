import { useDebounceFn } from '@vueuse/core'
import { computed, ref, shallowRef, watch } from 'vue'
import { api, type Schemas } from '@/api/client'
import { Refusal, trouble, type Trouble } from '@/api/refusal'
import { isRefused, openField, type Measured } from '@/core/field'
import { mmPerUnit, type Units } from '@/format/units'
import { t } from '@/words/dockside'
import { useMarks, type Marks, type Point } from './useMarks'

export type Mode = 'board' | 'scale'
const BOARD = 'voucher.board'
const WAIT_MS = 200

/** What is known of the picture and of its fish besides the marks. */
export interface Pictured {
  shown: { width_px: number; height_px: number; focal_35mm: number | null }
  guild_key: string | null
  typed: {
    length_mm: number
    length_kind: string
    length_how: string
    length_sd_mm: number | null
  } | null
}

/**
 * The marks on one picture, and what core makes of them while they are placed; only what is kept
 * goes to the server.
 */
export function useBench(photoId: string, pictured: () => Pictured | null) {
  const kept = JSON.parse(localStorage.getItem(BOARD) ?? 'null') as {
    mode: Mode
    width: number
    height: number
    scale: number
  } | null
  const mode = ref<Mode>(kept?.mode ?? 'board')
  const size = ref({
    width: kept?.width ?? 1000,
    height: kept?.height ?? 400,
    scale: kept?.scale ?? 300,
  })
  watch(
    [mode, size],
    () => localStorage.setItem(BOARD, JSON.stringify({ mode: mode.value, ...size.value })),
    { deep: true },
  )

  const fixed = computed<keyof Marks>(() => (mode.value === 'board' ? 'corners' : 'scale'))
  const placed = useMarks(fixed)
  const { marks, selected, remember } = placed
  const result = shallowRef<Measured | null>(null)
  /** What was seen in the picture before anybody marked it. */
  const proposed = shallowRef<Schemas['ProposedMarks'] | null>(null)
  const field = openField(null)
  const refusal = ref<Trouble | null>(null)
  const wanted = computed(() => (mode.value === 'board' ? 4 : 2))
  const isComplete = computed(
    () => marks.value[fixed.value].length === wanted.value && marks.value.fish.length >= 2,
  )
  const next = computed(() => {
    const placed = marks.value[fixed.value].length
    if (mode.value === 'board' && placed < 4)
      return t('dockside.useBench.theBoardsCorner', {
        placed: [
          t('dockside.useBench.topLeft'),
          t('dockside.useBench.topRight'),
          t('dockside.useBench.bottomRight'),
          t('dockside.useBench.bottomLeft'),
        ][placed],
      })
    if (placed < wanted.value)
      return placed
        ? t('dockside.useBench.theOtherEndOfThe')
        : t('dockside.useBench.oneEndOfTheScale')
    return (
      [t('dockside.useBench.theSnout'), t('dockside.useBench.theForkOrTheEnd')][
        marks.value.fish.length
      ] ?? t('dockside.useBench.anotherPointAlongTheFish')
    )
  })

  function place(point: Point) {
    remember()
    const list = marks.value[fixed.value].length < wanted.value ? fixed.value : 'fish'
    // The tail stays last: what comes after it goes along the fish.
    const index =
      list === 'fish' && marks.value.fish.length >= 2
        ? marks.value.fish.length - 1
        : marks.value[list].length
    marks.value[list].splice(index, 0, point)
    selected.value = { list, at: index }
  }
  /** Marks that were seen in the picture, to be looked at; the tail as the length is measured. */
  function takeProposed(seen: Schemas['ProposedMarks'], kind: Schemas['LengthKind'] | undefined) {
    proposed.value = seen
    if ('labels' in seen) return takeRuler('metric')
    const { board, corners, fish, tail } = seen
    const [snout, fork] = fish
    const marked = snout && fork ? [snout, kind === 'TL' && tail ? tail : fork] : []
    takeKept({ board, corners, scale: [], scale_mm: null, fish: marked })
  }
  /** Two numbers of a ruler as the marks of a scale; its unit is for a person to tell. */
  function takeRuler(units: Units) {
    const seen = proposed.value
    if (!seen || !('labels' in seen)) return
    const [from, to] = seen.labels as [number, number]
    const scale_mm = Math.round((to - from) * mmPerUnit(units))
    takeKept({ board: null, corners: [], scale: seen.scale, scale_mm, fish: marks.value.fish })
  }
  /** What a person marked before, else what was seen; kind: how such a fish is measured. */
  function takeUp(
    photo: Pick<Schemas['DeskPhoto'], 'marks' | 'proposed_marks'>,
    kind: Schemas['LengthKind'] | undefined,
  ) {
    if (photo.marks) takeKept(photo.marks)
    else if (photo.proposed_marks) takeProposed(photo.proposed_marks, kind)
  }
  /** Marks that were kept with the picture, to be redone. */
  function takeKept(old: Schemas['BenchMarks']) {
    mode.value = old.board ? 'board' : 'scale'
    if (old.board)
      size.value = { ...size.value, width: old.board.width_mm, height: old.board.height_mm }
    if (old.scale_mm) size.value = { ...size.value, scale: old.scale_mm }
    marks.value = {
      corners: old.corners as Point[],
      scale: old.scale as Point[],
      fish: old.fish as Point[],
    }
  }

  const sent = (): Schemas['BenchMarks'] => ({
    board:
      mode.value === 'board' ? { width_mm: size.value.width, height_mm: size.value.height } : null,
    corners: mode.value === 'board' ? marks.value.corners : [],
    scale: mode.value === 'scale' ? marks.value.scale : [],
    scale_mm: mode.value === 'scale' ? size.value.scale : null,
    fish: marks.value.fish,
  })
  let asked = 0
  const look = useDebounceFn(async () => {
    const ask = ++asked
    refusal.value = null
    const about = pictured()
    if (!isComplete.value || !about) return void (result.value = null)
    try {
      const answer = await field.ask('measure', { marks: sent(), ...about })
      if (ask !== asked) return
      result.value = isRefused(answer) ? null : answer
      refusal.value = isRefused(answer) ? new Refusal(422, answer.refused) : null
    } catch (thrown) {
      result.value = null
      refusal.value = trouble(thrown)
    }
  }, WAIT_MS)
  watch([marks, mode, size, pictured], () => void look(), { deep: true })
  const keep = (part: 'marks' | 'length', reason: string | null) =>
    api.measurePhoto(photoId, { marks: sent(), keep: part, reason })

  return {
    ...placed,
    mode,
    size,
    result,
    refusal,
    isComplete,
    next,
    place,
    takeUp,
    takeRuler,
    proposed,
    keep,
  }
}
export type Bench = ReturnType<typeof useBench>
