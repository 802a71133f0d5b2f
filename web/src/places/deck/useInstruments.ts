import { useIntervalFn } from '@vueuse/core'
import { computed, onScopeDispose, ref, type Ref } from 'vue'
import { api, type Schemas } from '@/api/client'
import { NoSignal, Refusal } from '@/api/refusal'
import { nowMs } from '@/offline/clock'
import { t } from '@/words/deck'

const POLL_MS = 2000
/** The same age that the server calls stale. */
const STALE_MS = 15_000

type Boat = Awaited<ReturnType<typeof api.instruments>>
interface PhoneFix {
  lat_deg: number
  lon_deg: number
  at: number
}

/**
 * What the boat's instruments or this phone say; a stale reading is shown as stale and never taken
 * into a record.
 */
export function useInstruments(served: Ref<boolean>) {
  const boat = ref<Boat | null>(null)
  const boatAt = ref(0)
  const phone = ref<PhoneFix | null>(null)
  const phoneTrouble = ref<string | null>(null)
  const now = ref(nowMs())
  let watching: number | null = null

  useIntervalFn(() => {
    now.value = nowMs()
    if (served.value && document.visibilityState === 'visible') void poll()
  }, POLL_MS)

  async function poll() {
    try {
      boat.value = await api.instruments()
      boatAt.value = nowMs()
    } catch (thrown) {
      if (!(thrown instanceof NoSignal) && !(thrown instanceof Refusal)) throw thrown
    }
  }

  /** Asks for the phone's own position; the browser asks the person first. */
  function watchPhone() {
    if (watching !== null || !navigator.geolocation) return
    phoneTrouble.value = null
    watching = navigator.geolocation.watchPosition(
      ({ coords, timestamp }) =>
        (phone.value = {
          lat_deg: coords.latitude,
          lon_deg: coords.longitude,
          at: nowMs() - Math.max(0, Date.now() - timestamp),
        }),
      (refused) => {
        phoneTrouble.value =
          refused.code === refused.PERMISSION_DENIED
            ? t('deck.useInstruments.thisPhoneDoesNotShare')
            : t('deck.useInstruments.noPositionYetTheSpots')
        if (refused.code === refused.PERMISSION_DENIED) stopPhone()
      },
      { enableHighAccuracy: true, maximumAge: 5000 },
    )
  }
  function stopPhone() {
    if (watching !== null) navigator.geolocation.clearWatch(watching)
    watching = null
  }
  onScopeDispose(stopPhone)
  void navigator.permissions?.query({ name: 'geolocation' }).then(
    (permission) => permission.state === 'granted' && watchPhone(),
    () => {},
  )

  const boatFresh = computed(() => now.value - boatAt.value < STALE_MS)
  const fresh = <T extends { stale: boolean }>(reading: T | null | undefined): T | null =>
    reading && boatFresh.value && !reading.stale ? reading : null

  const place = computed<{ place: Schemas['PlaceSent']; place_how: 'boat' | 'phone' } | null>(
    () => {
      const own = fresh(boat.value?.position)
      if (own) return { place: { lat_deg: own.lat_deg, lon_deg: own.lon_deg }, place_how: 'boat' }
      const fix = phone.value
      return fix && now.value - fix.at < STALE_MS * 4
        ? { place: { lat_deg: fix.lat_deg, lon_deg: fix.lon_deg }, place_how: 'phone' }
        : null
    },
  )
  const depthM = computed(() => fresh(boat.value?.depth)?.depth_m ?? null)
  const waterTempC = computed(() => fresh(boat.value?.water_temp)?.water_temp_c ?? null)
  const weight = computed(() => fresh(boat.value?.weight))

  /** One line per instrument that was ever heard of. */
  const lines = computed(() => {
    const device = boat.value
    const age = (seconds: number) =>
      t('deck.useInstruments.oldS', {
        boat_at: Math.round(seconds + (now.value - boatAt.value) / 1000),
      })
    const line = <T extends { stale: boolean; age_seconds: number }>(
      name: string,
      reading: T | null | undefined,
      text: (value: T) => string,
    ) =>
      reading
        ? [
            {
              name,
              text: fresh(reading) ? text(reading) : age(reading.age_seconds),
              stale: !fresh(reading),
            },
          ]
        : []
    return [
      ...line(
        t('deck.useInstruments.boatPosition'),
        device?.position,
        (position) => `${position.lat_deg.toFixed(4)}, ${position.lon_deg.toFixed(4)}`,
      ),
      ...(phone.value && !device?.position
        ? [
            {
              name: t('deck.useInstruments.phonePosition'),
              text: `${phone.value.lat_deg.toFixed(4)}, ${phone.value.lon_deg.toFixed(4)}`,
              stale: !place.value,
            },
          ]
        : []),
      ...line(t('deck.useInstruments.depth'), device?.depth, (depth) => `${depth.depth_m} m`),
      ...line(
        t('deck.useInstruments.water'),
        device?.water_temp,
        (temperature) => `${temperature.water_temp_c} °C`,
      ),
      ...line(
        t('deck.useInstruments.scale'),
        device?.weight,
        (position) =>
          `${position.gross_g} g${position.settled ? '' : t('deck.useInstruments.moving')}` +
          (position.tare_g === null
            ? t('deck.useInstruments.noTare')
            : t('deck.useInstruments.slingG', { tare_g: position.tare_g })),
      ),
    ]
  })

  return { place, depthM, waterTempC, weight, lines, phoneTrouble, watchPhone, poll }
}
export type Instruments = ReturnType<typeof useInstruments>
