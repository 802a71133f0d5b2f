import { api } from '@/api/client'
import {
  clearMember,
  dropSealed,
  everythingOf,
  keepEncounter,
  keepNote,
  keepPhoto,
  keepSealed,
  sealedOf,
  type KeptEncounter,
  type KeptPhoto,
} from './store'

/**
 * A shared phone: who signs out takes everything along, but what is not sent yet. That waits here,
 * sealed with a key that the server tells to its own member alone.
 */

interface Waiting {
  encounters: KeptEncounter[]
  photos: (Omit<KeptPhoto, 'blob'> & { bytes: string; type: string })[]
  notes: { key: string; value: unknown }[]
}

const isUnsent = (record: KeptEncounter) => record.sending !== 'sent'

/** How much of a member has not reached the server. */
export async function unsentOf(memberId: string) {
  const { encounters, photos } = await everythingOf(memberId)
  return { records: encounters.filter(isUnsent).length, photos: photos.length }
}

/** While the member is still signed in. */
export async function leaveDevice(memberId: string) {
  const { encounters, photos, notes } = await everythingOf(memberId)
  const unsent = encounters.filter(isUnsent)
  if (unsent.length || photos.length || notes.some(({ key }) => TYPED.test(key))) {
    const waiting: Waiting = {
      encounters: unsent,
      photos: await Promise.all(
        photos.map(async ({ blob, ...photo }) => ({
          ...photo,
          type: blob.type,
          bytes: toText(new Uint8Array(await blob.arrayBuffer())),
        })),
      ),
      notes: notes.filter(({ key }) => TYPED.test(key)),
    }
    const iv = crypto.getRandomValues(new Uint8Array(12))
    const text = new TextEncoder().encode(JSON.stringify(waiting))
    const data = await crypto.subtle.encrypt({ name: 'AES-GCM', iv }, await sealKey(), text)
    await keepSealed(memberId, { iv, data, records: unsent.length })
  }
  await clearMember(memberId)
}

/** A fish in hand and a sheet that was typed; cards come from the server again. */
const TYPED = /hand|sheet/

/** What waited for this member comes back; false while it cannot be opened. */
export async function comeBack(memberId: string): Promise<boolean> {
  const sealed = await sealedOf(memberId)
  if (!sealed) return true
  try {
    const opened = await crypto.subtle.decrypt(
      { name: 'AES-GCM', iv: sealed.iv },
      await sealKey(),
      sealed.data,
    )
    const { encounters, photos, notes } = JSON.parse(new TextDecoder().decode(opened)) as Waiting
    for (const encounter of encounters) await keepEncounter(encounter)
    for (const { bytes, type, ...photo } of photos)
      await keepPhoto({ ...photo, blob: new Blob([fromText(bytes)], { type }) })
    for (const { key, value } of notes) await keepNote(key, value)
    await dropSealed(memberId)
    return true
  } catch {
    // Without a signal, or signed out: it waits on.
    return false
  }
}

async function sealKey() {
  const { key } = await api.seal()
  return crypto.subtle.importKey('raw', fromText(key), 'AES-GCM', false, ['encrypt', 'decrypt'])
}

const fromText = (text: string) =>
  Uint8Array.from(atob(text), (character) => character.charCodeAt(0))
function toText(bytes: Uint8Array) {
  let text = ''
  for (let start = 0; start < bytes.length; start += 8192)
    text += String.fromCharCode(...bytes.subarray(start, start + 8192))
  return btoa(text)
}
