import { computed, ref, shallowRef } from 'vue'
import { api, type Schemas } from '@/api/client'
import { useAct } from '@/api/useAct'
import { t } from '@/words/finds'

export type Desk = Schemas['Desk']
type Queue = Awaited<ReturnType<typeof api.deskQueue>>
type Decision = Parameters<typeof api.decideReport>[1]
export type Verdict = Decision['verdict']
/** Verdicts after which a report still waits. */
const STILL_WAITS: Verdict[] = ['undone', 'asked', 'second_opinion']

/** The queue of reports that wait, the one that is looked at, and what is decided of it. */
export function useReview() {
  const queue = shallowRef<Queue | null>(null)
  const desk = shallowRef<Desk | null>(null)
  const species = shallowRef<Schemas['SpeciesName'][]>([])
  const chosen = ref(0)
  /**
   * What somebody typed stays, whichever candidate is chosen; else what speaks for that one stands
   * ready.
   */
  const typed = ref<string | null>(null)
  const reason = computed({
    get: () => typed.value ?? ready.value,
    set: (words: string) => (typed.value = words),
  })
  /** A fish that is less likely than not is looked at twice. */
  const secondLook = ref(false)
  const act = useAct()
  /** What was decided last, so that it can be taken back from the next report on. */
  const leaving = shallowRef<Desk['letters']>([])
  const last = shallowRef<{ id: string; number: string; verdict: Verdict } | null>(null)

  const candidate = computed(() => desk.value?.ranked[chosen.value] ?? null)
  const ready = computed(() =>
    candidate.value
      ? candidate.value.terms.map((term) => `${term.name}: ${term.words}`).join('; ')
      : '',
  )
  const nameOf = (code: string | null) =>
    code
      ? (species.value.find((species) => species.code === code)?.common_name ?? code)
      : t('finds.useReview.speciesNotKnown')

  async function load() {
    await act.run(async () => {
      if (!species.value.length) species.value = (await api.species()).species
      queue.value = await api.deskQueue()
    })
    const first = queue.value?.reports[0]
    if (first) await open(first.id)
    else desk.value = null
  }
  const open = (id: string) =>
    act.read(
      () => api.openDesk(id),
      (answer) => {
        const again = desk.value?.report.id === id
        desk.value = answer
        if (!again) typed.value = null
        choose(0)
      },
    )
  function choose(place: number) {
    if (place >= (desk.value?.ranked.length ?? 0) && place > 0) return
    chosen.value = place
    secondLook.value = false
  }
  function step(by: number) {
    const reports = queue.value?.reports ?? []
    const here = reports.findIndex((report) => report.id === desk.value?.report.id)
    const to = reports[Math.min(Math.max(here + by, 0), reports.length - 1)]
    if (to && to.id !== desk.value?.report.id) void open(to.id)
  }

  /** True when it was taken; then the next report stands here. */
  async function decide(
    verdict: Verdict,
    why = reason.value,
    more: Pick<Decision, 'tag_number' | 'other_report_id' | 'programme' | 'second_look'> = {},
  ) {
    const here = desk.value
    if (!here || act.busy.value) return false
    const done = await act.run(async () => {
      desk.value = await api.decideReport(here.report.id, {
        verdict,
        reason: why.trim() || t('finds.useReview.noReasonGivenAtReview'),
        seen: here.decisions.length,
        ...more,
      })
    })
    if (!done) return false
    typed.value = null
    secondLook.value = false
    leaving.value = desk.value?.letters ?? []
    last.value =
      verdict === 'undone'
        ? null
        : { id: here.report.id, number: here.report.number_as_read, verdict }
    // The next one at once.
    const before = queue.value?.reports ?? []
    const place = before.findIndex((report) => report.id === here.report.id)
    queue.value = await api.deskQueue()
    if (verdict === 'undone') {
      choose(0)
      return true
    }
    const next =
      before
        .slice(place + 1)
        .find((report) => queue.value!.reports.some((other) => other.id === report.id)) ??
      queue.value.reports.find(
        (report) => report.id !== here.report.id || !STILL_WAITS.includes(verdict),
      )
    if (next) await open(next.id)
    return true
  }
  function accept() {
    const chosen = candidate.value
    if (!chosen?.fish_id) return Promise.resolve(false)
    if (chosen.needs_second_look && !secondLook.value) {
      secondLook.value = true
      return Promise.resolve(false)
    }
    return decide('accepted', reason.value, {
      tag_number: chosen.number,
      ...(secondLook.value ? { second_look: true } : {}),
    })
  }
  async function takeBack() {
    if (!last.value) return
    const { id } = last.value
    if (await open(id)) await decide('undone', t('finds.useReview.undoneAtReview'))
    leaving.value = []
  }
  return {
    queue,
    desk,
    species,
    chosen,
    candidate,
    reason,
    secondLook,
    leaving,
    act,
    last,
    nameOf,
    load,
    open,
    choose,
    step,
    decide,
    accept,
    takeBack,
  }
}
