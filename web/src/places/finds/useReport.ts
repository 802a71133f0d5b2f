import { useDebounceFn, useEventListener, useLocalStorage } from '@vueuse/core'
import { v7 as uuid } from 'uuid'
import { computed, onMounted, onUnmounted, ref, shallowRef, watch } from 'vue'
import { api, type Schemas } from '@/api/client'
import { NoSignal, trouble, type Trouble } from '@/api/refusal'
import { localDate, mmPerUnit } from '@/format/units'
import type { PickedPlace } from '@/parts/mapTypes'
import { useSessionStore } from '@/stores/session'
import { t } from '@/words/finds'

interface ReportDraft {
  id: string
  number_as_read: string
  more_numbers: string[]
  species_code: string | null
  length_value: string
  length_unit: 'cm' | 'in'
  length_kind: Schemas['LengthKind']
  length_how: 'board' | 'tape' | 'ruler' | 'estimate'
  /** How far the day is known: then caught_on is the day, the last day of a span, or not said. */
  day_said: 'day' | 'span' | 'unknown'
  caught_on: string
  caught_from: string
  found_how: Schemas['FoundHow']
  tag_left: Schemas['TagLeft']
  place: PickedPlace | null
  place_words: string
  fate: 'released' | 'kept'
  finder_name: string
  finder_contact: string
  /** To the programme whose tag it is, without name and contact. */
  may_pass_on: boolean
  finder_phone: string
  /** Typed once more, beside the picture or where nothing else is told. */
  number_again: string
  /** It is to go out as soon as there is a signal. */
  wanted: boolean
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
  day_said: 'day',
  caught_on: localDate(),
  caught_from: '',
  found_how: 'caught',
  tag_left: null,
  place: null,
  place_words: '',
  fate: 'released',
  finder_name: '',
  finder_contact: '',
  may_pass_on: false,
  finder_phone: '',
  number_again: '',
  wanted: false,
})

const MAX_PHOTO_BYTES = 15 * 1024 * 1024
export const MOST_PHOTOS = 5
const TRY_AGAIN_MS = 20_000
const LOOK_AGAIN_MS = 30_000
/** A length in the finder's own unit, as a field shows it. */
const lengthTyped = (mm: number, units: Schemas['Units']) =>
  String(Math.round((mm / mmPerUnit(units)) * 10) / 10)
/** As it is typed: letters and digits. */
const bare = (number: string) => number.toUpperCase().replace(/[^\p{L}\p{N}?*|]/gu, '')

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
export function useReport(
  matched: (storyKey: string) => void,
  amending: { id: string; key: string } | null,
) {
  const draft = useLocalStorage<ReportDraft>(
    amending ? `voucher.report.${amending.id}` : 'voucher.report',
    blank(),
    { mergeDefaults: true },
  )
  const sentHere = useLocalStorage<SentReport[]>('voucher.reports', [])
  const session = useSessionStore()
  const species = ref<Schemas['SpeciesName'][]>([])
  const refusal = ref<Trouble | null>(null)
  const busy = ref(false)
  const waiting = shallowRef<{ sentence: string; helps: string | null } | null>(null)
  const photos = shallowRef<File[]>([])
  const noSignal = ref(false)
  const photoTrouble = ref<string | null>(null)
  const placeTrouble = ref<string | null>(null)
  const own = shallowRef<Awaited<ReturnType<typeof api.ownReport>> | null>(null)
  const { hint, ask } = useNumberHint()
  watch(() => draft.value.number_as_read, ask)

  onMounted(async () => {
    try {
      species.value = (await api.species()).species
      if (amending) await look()
      else if (draft.value.wanted) await send()
    } catch (thrown) {
      refusal.value = trouble(thrown)
    }
  })

  /** False while a report that was sent before has not been read from the server or this device. */
  const isOpened = computed(
    () => !amending || own.value !== null || draft.value.revision !== undefined,
  )

  async function look() {
    fill(await api.ownReport(amending!.id, amending!.key))
  }
  // A report that waits becomes its story here.
  const again = setInterval(
    () => {
      if (document.visibilityState !== 'visible') return
      if (noSignal.value) void send()
      else if (amending && own.value?.state === 'waiting' && !busy.value)
        void look().catch(() => undefined)
    },
    amending ? LOOK_AGAIN_MS : TRY_AGAIN_MS,
  )
  onUnmounted(() => clearInterval(again))
  useEventListener(window, 'online', () => noSignal.value && void send())

  /**
   * Where nothing else is told, or a picture lies beside it, the number is typed twice: a slip of
   * the hand shows.
   */
  const asksTwice = computed(() => {
    const form = draft.value
    const alone =
      !form.species_code && !form.length_value.trim() && !form.place && !form.place_words.trim()
    return !amending && bare(form.number_as_read).length > 3 && (alone || photos.value.length > 0)
  })
  const differs = computed(
    () =>
      asksTwice.value &&
      draft.value.number_again.trim() !== '' &&
      bare(draft.value.number_again) !== bare(draft.value.number_as_read),
  )
  const isWhole = computed(() => {
    const form = draft.value
    const day =
      form.day_said === 'unknown' ||
      (form.caught_on && (form.day_said === 'day' || form.caught_from))
    return (
      Boolean(form.number_as_read.trim() && day) &&
      (!asksTwice.value || (form.number_again.trim() !== '' && !differs.value))
    )
  })

  /** What stands on the server, unless this device was in the middle of changing just that. */
  function fill(known: NonNullable<typeof own.value>) {
    own.value = known
    const { report } = known
    if (draft.value.id === report.id && draft.value.revision === report.revision) return
    const length = report.length
      ? {
          length_value: lengthTyped(report.length.value!, report.units),
          length_kind: report.length.kind!,
          length_how: report.length.how as ReportDraft['length_how'],
        }
      : {}
    draft.value = {
      ...blank(),
      ...length,
      id: report.id,
      number_as_read: report.number_as_read,
      more_numbers: report.more_numbers,
      species_code: report.species_code,
      length_unit: report.units === 'imperial' ? 'in' : 'cm',
      day_said: report.caught_on === null ? 'unknown' : report.caught_from ? 'span' : 'day',
      caught_on: report.caught_on ?? '',
      caught_from: report.caught_from ?? '',
      found_how: report.found_how,
      tag_left: report.tag_left,
      fate: report.fate === 'kept' ? 'kept' : 'released',
      place: report.place as PickedPlace | null,
      place_words: report.place_words ?? '',
      finder_name: report.finder_name ?? '',
      finder_contact: report.finder_contact ?? '',
      finder_phone: report.finder_phone ?? '',
      may_pass_on: report.may_pass_on,
      revision: report.revision,
    }
  }

  /** Where the phone is, if its owner lets us know. */
  function placeHere() {
    placeTrouble.value = null
    if (!navigator.geolocation)
      return void (placeTrouble.value = t('finds.useReport.thisDeviceDoesNotShare'))
    navigator.geolocation.getCurrentPosition(
      ({ coords }) =>
        (draft.value.place = {
          lat_deg: Math.round(coords.latitude * 1e5) / 1e5,
          lon_deg: Math.round(coords.longitude * 1e5) / 1e5,
        }),
      () => (placeTrouble.value = t('finds.useReport.thePhoneDidNotShare')),
      { enableHighAccuracy: true, timeout: 15_000, maximumAge: 60_000 },
    )
  }

  function chooseSpecies(code: string) {
    draft.value.species_code = code || null
    const known = species.value.find((species) => species.code === code)
    if (known) draft.value.length_kind = known.length_kind
  }

  function choosePhotos(files: File[]) {
    const small = files.filter((file) => file.size <= MAX_PHOTO_BYTES)
    const taken = small.slice(0, MOST_PHOTOS)
    photoTrouble.value =
      small.length < files.length
        ? t('finds.useReport.aPhotoIsLargerThan')
        : taken.length < small.length
          ? t('finds.useReport.aReportTakesPhotosThe', { most_photos: MOST_PHOTOS })
          : null
    photos.value = taken
  }

  function body(): Schemas['ReportSent'] {
    const form = draft.value
    const value = Number(form.length_value.trim().replace(',', '.'))
    return {
      number_as_read: form.number_as_read,
      more_numbers: form.more_numbers.map((number) => number.trim()).filter(Boolean),
      species_code: form.species_code,
      length: form.length_value.trim()
        ? { value, unit: form.length_unit, kind: form.length_kind, how: form.length_how }
        : null,
      caught_on: form.day_said === 'unknown' ? null : form.caught_on,
      caught_from: form.day_said === 'span' ? form.caught_from : null,
      found_how: form.found_how,
      tag_left: form.tag_left,
      units: form.length_unit === 'in' ? 'imperial' : 'metric',
      place: form.place,
      place_words: form.place_words || null,
      fate: form.fate,
      finder_name: form.finder_name || null,
      finder_contact: form.finder_contact || null,
      finder_phone: form.finder_phone || null,
      may_pass_on: form.may_pass_on,
    }
  }

  async function send() {
    if (busy.value) return
    busy.value = true
    refusal.value = null
    try {
      if (!session.known) await session.load()
      if (amending) await amend(amending)
      else await report()
      noSignal.value = false
    } catch (thrown) {
      const why = trouble(thrown)
      noSignal.value = why instanceof NoSignal
      draft.value.wanted = noSignal.value
      if (noSignal.value) return
      refusal.value = why
      window.scrollTo({ top: 0 })
    } finally {
      busy.value = false
    }
  }

  async function report() {
    const { id, number_as_read, caught_on } = draft.value
    const stored = await api.reportTag(id, body())
    const here = {
      id,
      key: stored.report_key,
      number: number_as_read,
      on: caught_on || localDate(),
      forgotten: false,
    }
    sentHere.value = [here, ...sentHere.value.filter((earlier) => earlier.id !== id)].slice(
      0,
      MOST_SENT,
    )
    await sendPhotos(id, stored.report_key)
    const { finder_name, finder_contact, finder_phone, day_said, caught_from, place, place_words } =
      draft.value
    next.value = {
      finder_name,
      finder_contact,
      finder_phone,
      day_said,
      caught_on,
      caught_from,
      place,
      place_words,
    }
    draft.value = { ...blank(), finder_name, finder_contact, finder_phone }
    answer(stored)
  }

  async function amend({ id, key }: { id: string; key: string }) {
    const amended = await api.amendReport(id, key, draft.value.revision!, body())
    draft.value.revision = amended.revision
    await sendPhotos(id, key)
    answer(amended)
  }

  function answer(answer: Schemas['ReportAnswer']) {
    if (answer.story_key) matched(answer.story_key)
    else waiting.value = { sentence: answer.sentence, helps: answer.helps }
  }

  /** The report stands whatever happens to its pictures. */
  async function sendPhotos(id: string, reportKey: string) {
    for (const photo of photos.value) {
      try {
        await api.addReportPhoto(id, reportKey, photo)
      } catch (thrown) {
        photoTrouble.value = t('finds.useReport.theReportIsSavedBut', {
          name: photo.name,
          message: trouble(thrown).message,
        })
      }
    }
    photos.value = []
  }

  /** Takes this finder's name and contact out of a report sent from here. */
  async function forgetMe(sent: SentReport) {
    refusal.value = null
    try {
      await api.forgetFinder(sent.id, sent.key)
      sentHere.value = sentHere.value.map((other) =>
        other.id === sent.id ? { ...other, forgotten: true } : other,
      )
    } catch (thrown) {
      refusal.value = trouble(thrown)
    }
  }

  /** Of another fish of the same day, what is the same stands there already. */
  const next = shallowRef<Partial<ReportDraft>>({})
  function startAnew() {
    draft.value = { ...blank(), ...next.value }
    waiting.value = null
    photos.value = []
    photoTrouble.value = null
  }

  return {
    draft,
    species,
    refusal,
    busy,
    waiting,
    noSignal,
    photos,
    photoTrouble,
    placeTrouble,
    own,
    isOpened,
    hint,
    asksTwice,
    differs,
    isWhole,
    chooseSpecies,
    choosePhotos,
    placeHere,
    send,
    startAnew,
    sentHere,
    forgetMe,
  }
}
