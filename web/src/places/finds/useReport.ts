import { useDebounceFn, useLocalStorage } from '@vueuse/core'
import { v7 as uuid } from 'uuid'
import { onMounted, ref, shallowRef, watch } from 'vue'
import { api, type Schemas } from '@/api/client'
import { trouble, type Trouble } from '@/api/refusal'
import { localDate } from '@/format/units'
import type { PickedPlace } from '@/parts/mapTypes'

interface ReportDraft {
  id: string
  number_as_read: string
  more_numbers: string[]
  species_code: string | null
  length_value: string
  length_unit: 'cm' | 'in'
  length_kind: Schemas['LengthKind']
  length_how: 'board' | 'tape' | 'ruler' | 'estimate'
  caught_on: string
  place: PickedPlace | null
  place_words: string
  fate: 'released' | 'kept'
  finder_name: string
  finder_contact: string
  /** Of a report that was sent and is being changed: what it was when read. */
  revision?: number
}

/** A report that was sent from this device, with the key that lets its finder come back to it. */
interface SentReport {
  id: string
  key: string
  number: string
  on: string
  forgotten: boolean
}
const MOST_SENT = 20

const blank = (): ReportDraft => ({
  id: uuid(),
  number_as_read: '',
  more_numbers: [],
  species_code: null,
  length_value: '',
  length_unit: 'cm',
  length_kind: 'FL',
  length_how: 'tape',
  caught_on: localDate(),
  place: null,
  place_words: '',
  fate: 'released',
  finder_name: '',
  finder_contact: '',
})

const MAX_PHOTO_BYTES = 15 * 1024 * 1024

/** Whether a number can be one of ours, while it is typed. */
function useNumberHint() {
  const hint = shallowRef<{ kind: string; sentence: string } | null>(null)
  let asked: AbortController | null = null
  const ask = useDebounceFn(async (number: string) => {
    asked?.abort()
    asked = new AbortController()
    if (number.trim().length < 4) return void (hint.value = null)
    try {
      hint.value = await api.numberHint(number.trim(), asked.signal)
    } catch {
      // A help only: without a signal it is missing, and the report goes on.
      hint.value = null
    }
  }, 350)
  return { hint, ask }
}

/**
 * A finder's report: what is typed survives a reload, and sending it twice reports once.
 * amending: one that was sent before, by its id and key.
 */
export function useReport(matched: (storyKey: string) => void, amending: { id: string; key: string } | null) {
  const draft = useLocalStorage<ReportDraft>(amending ? `voucher.report.${amending.id}` : 'voucher.report', blank(), { mergeDefaults: true })
  const sentHere = useLocalStorage<SentReport[]>('voucher.reports', [])
  const species = ref<Schemas['SpeciesName'][]>([])
  const refusal = ref<Trouble | null>(null)
  const busy = ref(false)
  const waiting = ref<string | null>(null)
  const photo = ref<File | null>(null)
  const photoTrouble = ref<string | null>(null)
  const placeTrouble = ref<string | null>(null)
  const own = shallowRef<Awaited<ReturnType<typeof api.ownReport>> | null>(null)
  const { hint, ask } = useNumberHint()
  watch(() => draft.value.number_as_read, ask)

  onMounted(async () => {
    try {
      species.value = (await api.species()).species
      if (amending) fill(await api.ownReport(amending.id, amending.key))
    } catch (thrown) {
      refusal.value = trouble(thrown)
    }
  })

  /** What stands on the server, unless this device was in the middle of changing just that. */
  function fill(told: NonNullable<typeof own.value>) {
    own.value = told
    const { report } = told
    if (draft.value.id === report.id && draft.value.revision === report.revision) return
    const kept = { number_as_read: report.number_as_read, more_numbers: report.more_numbers, species_code: report.species_code, caught_on: report.caught_on, fate: report.fate, revision: report.revision }
    const length = report.length ? { length_value: String(report.length.value! / 10), length_unit: 'cm' as const, length_kind: report.length.kind!, length_how: report.length.how as ReportDraft['length_how'] } : {}
    draft.value = { ...blank(), id: report.id, ...kept, ...length, place: report.place as PickedPlace | null, place_words: report.place_words ?? '', finder_name: report.finder_name ?? '', finder_contact: report.finder_contact ?? '' }
  }

  /** Where the phone is, if its owner lets us know. */
  function placeHere() {
    placeTrouble.value = null
    if (!navigator.geolocation) return void (placeTrouble.value = 'This device does not tell where it is. Touch the map or say it in words.')
    navigator.geolocation.getCurrentPosition(
      ({ coords }) => (draft.value.place = { lat_deg: Math.round(coords.latitude * 1e5) / 1e5, lon_deg: Math.round(coords.longitude * 1e5) / 1e5 }),
      () => (placeTrouble.value = 'The phone did not tell where it is. Touch the map or say it in words.'),
      { enableHighAccuracy: true, timeout: 15_000, maximumAge: 60_000 },
    )
  }

  function chooseSpecies(code: string) {
    draft.value.species_code = code || null
    const known = species.value.find((one) => one.code === code)
    if (known) draft.value.length_kind = known.length_kind
  }

  function choosePhoto(file: File | null) {
    photoTrouble.value = file && file.size > MAX_PHOTO_BYTES ? 'This picture is larger than 15 MB. The report can go without it, or choose a smaller one.' : null
    photo.value = photoTrouble.value ? null : file
  }

  function body(): Schemas['ReportSent'] {
    const one = draft.value
    const value = Number(one.length_value.trim().replace(',', '.'))
    return {
      number_as_read: one.number_as_read,
      more_numbers: one.more_numbers.map((number) => number.trim()).filter(Boolean),
      species_code: one.species_code,
      length: one.length_value.trim() ? { value, unit: one.length_unit, kind: one.length_kind, how: one.length_how } : null,
      caught_on: one.caught_on,
      place: one.place,
      place_words: one.place_words || null,
      fate: one.fate,
      finder_name: one.finder_name || null,
      finder_contact: one.finder_contact || null,
    }
  }

  async function send() {
    if (busy.value) return
    busy.value = true
    refusal.value = null
    try {
      if (amending) await amend(amending)
      else await report()
    } catch (thrown) {
      refusal.value = trouble(thrown)
      window.scrollTo({ top: 0 })
    } finally {
      busy.value = false
    }
  }

  async function report() {
    const told = await api.reportTag(draft.value.id, body())
    sentHere.value = [{ id: draft.value.id, key: told.report_key, number: draft.value.number_as_read, on: draft.value.caught_on, forgotten: false }, ...sentHere.value].slice(0, MOST_SENT)
    await sendPhoto(draft.value.id, told.report_key)
    draft.value = { ...blank(), finder_name: draft.value.finder_name, finder_contact: draft.value.finder_contact }
    if (told.story_key) matched(told.story_key)
    else waiting.value = told.sentence
  }

  async function amend({ id, key }: { id: string; key: string }) {
    const told = await api.amendReport(id, key, draft.value.revision!, body())
    draft.value.revision = told.revision
    await sendPhoto(id, key)
    if (told.story_key) matched(told.story_key)
    else waiting.value = told.sentence
  }

  /** The report stands whatever happens to its picture. */
  async function sendPhoto(id: string, reportKey: string) {
    if (!photo.value) return
    try {
      await api.addReportPhoto(id, reportKey, photo.value)
    } catch (thrown) {
      photoTrouble.value = `The report is kept, but not its photo: ${trouble(thrown).message}`
    }
  }

  /** Takes this finder's name and contact out of a report sent from here. */
  async function forgetMe(one: SentReport) {
    refusal.value = null
    try {
      await api.forgetFinder(one.id, one.key)
      sentHere.value = sentHere.value.map((other) => (other.id === one.id ? { ...other, forgotten: true } : other))
    } catch (thrown) {
      refusal.value = trouble(thrown)
    }
  }

  function startAnew() {
    waiting.value = null
    photo.value = null
    photoTrouble.value = null
  }

  return { draft, species, refusal, busy, waiting, photo, photoTrouble, placeTrouble, own, hint, chooseSpecies, choosePhoto, placeHere, send, startAnew, sentHere, forgetMe }
}
