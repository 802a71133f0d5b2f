import { computed, ref, shallowRef, type Ref } from 'vue'

/** In pixels of the shown size. */
export type Point = [number, number]
export type Marks = { corners: Point[]; scale: Point[]; fish: Point[] }
export const noMarks = (): Marks => ({ corners: [], scale: [], fish: [] })
const MOST_STEPS_BACK = 60

/** Marks on one picture, moved by finger or key, with the way back; fixed: those beside the fish's. */
export function useMarks(fixed: Ref<keyof Marks>) {
  const marks = ref<Marks>(noMarks())
  const before = shallowRef<Marks[]>([])
  const selected = ref<{ list: keyof Marks; at: number } | null>(null)

  const copy = (): Marks => JSON.parse(JSON.stringify(marks.value)) as Marks
  const remember = () => (before.value = [...before.value.slice(-MOST_STEPS_BACK), copy()])
  function nudge(dx: number, dy: number) {
    const mark = selected.value && marks.value[selected.value.list][selected.value.at]
    if (!mark) return
    remember()
    mark[0] += dx
    mark[1] += dy
  }
  function moveTo(list: keyof Marks, index: number, point: Point) {
    marks.value[list][index] = point
    selected.value = { list, at: index }
  }
  function remove() {
    const mark =
      selected.value ??
      (marks.value.fish.length
        ? { list: 'fish' as const, at: marks.value.fish.length - 1 }
        : { list: fixed.value, at: marks.value[fixed.value].length - 1 })
    if (mark.at < 0) return
    remember()
    marks.value[mark.list].splice(mark.at, 1)
    selected.value = null
  }
  function undo() {
    const last = before.value.at(-1)
    if (!last) return
    before.value = before.value.slice(0, -1)
    marks.value = last
    selected.value = null
  }
  /** To the mark before or after, all round. */
  function turn(step: number) {
    const all = ([fixed.value, 'fish'] as const).flatMap((list) =>
      marks.value[list].map((_, index) => ({ list, at: index })),
    )
    if (!all.length) return
    const here = all.findIndex(
      (mark) => mark.list === selected.value?.list && mark.at === selected.value.at,
    )
    selected.value = all[(here + step + all.length) % all.length]!
  }
  function again() {
    remember()
    marks.value = noMarks()
    selected.value = null
  }
  const canUndo = computed(() => before.value.length > 0)
  return { marks, selected, fixed, remember, nudge, moveTo, remove, undo, turn, again, canUndo }
}
export type Placed = ReturnType<typeof useMarks> & { place: (point: Point) => void }
