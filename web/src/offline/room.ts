import { ref } from 'vue'
import { t } from '@/words/text'

/** Below this much free space photos may not fit; a private window often offers no more. */
const LITTLE_BYTES = 120_000_000
const FULL_SHARE = 0.9

/** A sentence when this device may not be able to keep records, else null. */
export const roomTrouble = ref<string | null>(null)

/** Asks the browser to keep what is stored here, and says when it will or can not. */
export async function checkRoom() {
  roomTrouble.value = await trouble()
}

async function trouble(): Promise<string | null> {
  if (!(await canStore()))
    return t('common.room.thisWindowSavesNothingIt') + t('common.room.openVoucherInAnOrdinary')
  if (!navigator.storage?.estimate) return null
  const { usage = 0, quota = 0 } = await navigator.storage.estimate()
  const free = quota - usage
  if (quota > 0 && free < LITTLE_BYTES)
    return (
      t('common.room.onlyMbOfStorageAre', {
        megabytes: Math.max(0, Math.round(free / 1_000_000)),
      }) + t('common.room.recordsStillFitPhotosMay')
    )
  if (quota > 0 && usage / quota > FULL_SHARE) return t('common.room.theStorageOfThisDevice')
  await navigator.storage.persist?.()
  return null
}

function canStore(): Promise<boolean> {
  return new Promise((resolve) => {
    try {
      const asked = indexedDB.open('voucher-room')
      asked.onsuccess = () => {
        asked.result.close()
        resolve(true)
      }
      asked.onerror = () => resolve(false)
    } catch {
      resolve(false)
    }
  })
}
