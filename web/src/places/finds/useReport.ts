import { useLocalStorage } from '@vueuse/core'
import { v7 as uuid } from 'uuid'
import { onMounted, ref } from 'vue'
import { api, type Schemas } from '@/api/client'
import { trouble, type Trouble } from '@/api/refusal'
import { localDate } from '@/format/units'
import type { PickedPlace } from '@/parts/mapTypes'

interface ReportDraft {
  id: string
  number_as_read: string
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

/** A finder's report: what is typed survives a reload, and sending it twice reports once. */
export function useReport(matched: (storyKey: string) => void) {
  const draft = useLocalStorage<ReportDraft>('voucher.report', blank(), { mergeDefaults: true })
  const sentHere = useLocalStorage<SentReport[]>('voucher.reports', [])
  const species = ref<Schemas['SpeciesName'][]>([])
  const refusal = ref<Trouble | null>(null)
  const busy = ref(false)
  const waiting = ref<string | null>(null)
  const photo = ref<File | null>(null)
  const photoTrouble = ref<string | null>(null)

  onMounted(async () => {
    try {
      species.value = (await api.species()).species
    } catch (thrown) {
      refusal.value = trouble(thrown)
    }
  })

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
      const told = await api.reportTag(draft.value.id, body())
      sentHere.value = [{ id: draft.value.id, key: told.report_key, number: draft.value.number_as_read, on: draft.value.caught_on, forgotten: false }, ...sentHere.value].slice(0, MOST_SENT)
      await sendPhoto(draft.value.id, told.report_key)
      draft.value = { ...blank(), finder_name: draft.value.finder_name, finder_contact: draft.value.finder_contact }
      if (told.story_key) matched(told.story_key)
      else waiting.value = told.sentence
    } catch (thrown) {
      refusal.value = trouble(thrown)
      window.scrollTo({ top: 0 })
    } finally {
      busy.value = false
    }
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

  return { draft, species, refusal, busy, waiting, photo, photoTrouble, chooseSpecies, choosePhoto, send, startAnew, sentHere, forgetMe }
}
