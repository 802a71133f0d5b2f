import { computed, ref, watch } from 'vue'
import { t } from '@/words/dockside'
import { noMarks, useMarks, type Marks, type Point } from './useMarks'

const KEPT = 'voucher.outlines'
const MOST_KEPT = 20
const PLACES = 6

const kept = (): Record<string, Point[]> =>
  JSON.parse(localStorage.getItem(KEPT) ?? '{}') as Record<string, Point[]>

/** Six marks round the fish in one picture, in the order of Core::Photo::Outline, kept here. */
export function useOutline(photoId: string) {
  const fixed = ref<keyof Marks>('corners')
  const placed = useMarks(fixed)
  const { marks, selected, remember } = placed
  marks.value = { ...noMarks(), fish: kept()[photoId] ?? [] }
  watch(
    marks,
    ({ fish }) => {
      const others = Object.entries(kept()).filter(([id]) => id !== photoId)
      const all = [...others.slice(1 - MOST_KEPT), [photoId, fish]]
      localStorage.setItem(KEPT, JSON.stringify(Object.fromEntries(all)))
    },
    { deep: true },
  )
  const isComplete = computed(() => marks.value.fish.length === PLACES)
  const next = computed(
    () =>
      [
        t('dockside.flanks.snout'),
        t('dockside.flanks.back'),
        t('dockside.flanks.stalkAbove'),
        t('dockside.flanks.fork'),
        t('dockside.flanks.stalkBelow'),
        t('dockside.flanks.belly'),
      ][marks.value.fish.length] ?? '',
  )
  function place(point: Point) {
    if (isComplete.value) return
    remember()
    marks.value.fish.push(point)
    selected.value = { list: 'fish', at: marks.value.fish.length - 1 }
  }
  return { ...placed, isComplete, next, place }
}
export type Outline = ReturnType<typeof useOutline>
