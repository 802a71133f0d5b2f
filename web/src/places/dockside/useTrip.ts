import { v7 as uuid } from 'uuid'
import { computed, onScopeDispose, ref, shallowRef } from 'vue'
import { api, type Schemas, isGivenUp } from '@/api/client'
import { trouble, type Trouble } from '@/api/refusal'
import { useAct } from '@/api/useAct'
import { t } from '@/words/dockside'

export type Dockside = Schemas['Dockside']
export type DockFish = Dockside['fish'][number]
export type DockPhoto = Schemas['DocksidePhoto']
export type Left = Dockside['left'][number]

const AT_ONCE = 3
/** Sizes are made in the background; so often it is asked whether they are done. */
const SIZES_EVERY_MS = 1500

/** One trip in the evening, and everything that can be done to it. */
export function useTrip(tripId: string) {
  const dockside = shallowRef<Dockside | null>(null)
  const species = shallowRef<Schemas['SpeciesName'][]>([])
  const act = useAct()
  /** Why a record of a submitted trip is changed. */
  const reason = ref('')
  const isSubmitted = computed(() => dockside.value?.trip.state === 'submitted')
  const nameOf = (code: string) =>
    species.value.find((species) => species.code === code)?.common_name ?? code
  let timer: number | undefined

  async function load() {
    await act.run(async () => {
      if (!species.value.length) species.value = (await api.species()).species
      take(await api.dockside(tripId))
    })
  }

  function take(fresh: Dockside) {
    dockside.value = fresh
    clearTimeout(timer)
    if (fresh.photos.some((photo) => !photo.is_sized && !photo.trouble))
      timer = window.setTimeout(() => void load(), SIZES_EVERY_MS)
  }
  onScopeDispose(() => clearTimeout(timer))

  const fill = (encounterId: string, changes: Schemas['EncounterChanges']) =>
    act.run(async () => {
      await api.correct(encounterId, changes, isSubmitted.value ? reason.value : null)
      take(await api.dockside(tripId))
    })

  /** Two devices said something different: what counts. */
  const choose = (encounterId: string, field: string, choice: 'stands' | 'said') =>
    act.run(async () => {
      await api.chooseCollision(encounterId, {
        field,
        choice,
        reason: isSubmitted.value ? reason.value : null,
      })
      take(await api.dockside(tripId))
    })

  /** What was dragged last, so that it can be taken back. */
  const lastMove = shallowRef<{ photo: DockPhoto; seconds: number } | null>(null)
  async function move(photo: DockPhoto, encounterId: string | null) {
    if (photo.encounter_id === encounterId && photo.placed_by === 'hand') return
    const seconds =
      dockside.value?.cameras.find((camera) => camera.camera === (photo.camera ?? ''))?.seconds ?? 0
    if (
      await act.run(async () =>
        take(
          await api.placePhotos(tripId, {
            moved: { photo_id: photo.id, encounter_id: encounterId },
          }),
        ),
      )
    )
      lastMove.value = { photo, seconds }
  }
  /** The picture goes where it was, and the camera's clock with it. */
  async function takeBack() {
    if (!lastMove.value) return
    const { photo, seconds } = lastMove.value
    const back =
      photo.placed_by === 'hand'
        ? { moved: { photo_id: photo.id, encounter_id: photo.encounter_id } }
        : { released: photo.id }
    const clocks = photo.camera_at ? [{ camera: photo.camera ?? '', seconds }] : []
    await act.run(async () => take(await api.placePhotos(tripId, { ...back, clocks })))
    lastMove.value = null
  }
  const setClock = (camera: string, seconds: number) =>
    act.run(async () => take(await api.placePhotos(tripId, { clocks: [{ camera, seconds }] })))
  const removePhoto = (id: string) =>
    act.run(async () => {
      await api.removePhoto(id)
      take(await api.dockside(tripId))
    })
  const settleTag = (number: string, how: Parameters<typeof api.settleTag>[2]) =>
    act.run(async () => take(await api.settleTag(tripId, number, how)))
  /** The same answer for many numbers. */
  const settleTags = (numbers: string[], how: Parameters<typeof api.settleTag>[2]) =>
    act.run(async () => {
      for (const number of numbers) take(await api.settleTag(tripId, number, how))
    })
  const addTrack = (file: File) =>
    act.run(async () => {
      const answer = await api.addTrack(
        tripId,
        await file.text(),
        isSubmitted.value ? reason.value : null,
      )
      const widest = Math.max(0, ...answer.placed.map((fish) => fish.gap_seconds))
      const gap = answer.placed.length ? t('dockside.useTrip.theFarthestSFromA', { widest }) : ''
      const left = answer.too_far
        ? t('dockside.useTrip.areTooFarFromAny', { too_far: answer.too_far })
        : ''
      act.notice.value = t('dockside.useTrip.pointsReadFishPlaced', {
        points: answer.points,
        placed: answer.placed.length,
        gap,
        left,
      })
      take(await api.dockside(tripId))
    })
  const sayEffort = (fishedHours: number | null, rods: number | null) =>
    act.run(async () => {
      take(await api.sayEffort(tripId, { fished_hours: fishedHours, rods }))
      act.notice.value = rods === null ? t('dockside.useTrip.undone') : t('dockside.useTrip.saved')
    })
  const submit = () =>
    act.run(async () => {
      const answer = await api.submitTrip(tripId)
      const doubts = answer.doubts
        ? t('dockside.useTrip.queriesGoToTheCoordinator', { doubts: answer.doubts })
        : t('dockside.useTrip.noOpenQueries')
      const held = answer.held
        ? t('dockside.useTrip.recordsAreNotAcceptedYet', { held: answer.held })
        : ''
      act.notice.value = t('dockside.useTrip.submitted', { doubts, held })
      take(await api.dockside(tripId))
    })

  return {
    dockside,
    species,
    act,
    reason,
    isSubmitted,
    nameOf,
    load,
    fill,
    choose,
    settleTags,
    move,
    takeBack,
    lastMove,
    setClock,
    removePhoto,
    settleTag,
    addTrack,
    sayEffort,
    submit,
    ...useUpload(tripId, take),
  }
}

/** Many pictures, a few at a time; each that is refused stands by its name with the reason. */
function useUpload(tripId: string, take: (fresh: Dockside) => void) {
  const uploading = ref<{ done: number; of: number } | null>(null)
  const refused = ref<{ name: string; trouble: Trouble; file: File }[]>([])
  const uploadSaid = ref('')
  let stop = new AbortController()

  async function upload(files: File[]) {
    if (!files.length) return
    stop = new AbortController()
    refused.value = []
    uploadSaid.value = ''
    uploading.value = { done: 0, of: files.length }
    const waiting = files.slice()
    let known = 0
    const sendNext = async () => {
      for (let file = waiting.shift(); file && !stop.signal.aborted; file = waiting.shift()) {
        try {
          const photo = await api.addTripPhoto(tripId, uuid(), file.name, file, stop.signal)
          if (photo.answer === 'known') known++
        } catch (thrown) {
          if (isGivenUp(thrown)) return
          refused.value = [...refused.value, { name: file.name, trouble: trouble(thrown), file }]
        }
        uploading.value = { done: uploading.value!.done + 1, of: files.length }
      }
    }
    await Promise.all(Array.from({ length: AT_ONCE }, sendNext))
    const { done, of } = uploading.value
    uploading.value = null
    const here = known ? t('dockside.useTrip.wereHereAlready', { known }) : ''
    const stopped = stop.signal.aborted
      ? t('dockside.useTrip.stoppedNotSent', { done: of - done })
      : ''
    uploadSaid.value = t('dockside.useTrip.added', {
      known: done - refused.value.length - known,
      here,
      stopped,
    })
    try {
      take(await api.placePhotos(tripId, {}))
    } catch (thrown) {
      refused.value = [
        ...refused.value,
        {
          name: t('dockside.useTrip.linkingPhotosToTheirFish'),
          trouble: trouble(thrown),
          file: files[0]!,
        },
      ]
    }
  }
  const cancelUpload = () => stop.abort()
  return { uploading, refused, uploadSaid, upload, cancelUpload }
}
export type TripState = ReturnType<typeof useTrip>
