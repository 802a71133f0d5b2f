import { openDB, type DBSchema, type IDBPDatabase } from 'idb'
import type { Schemas } from '@/api/client'

export type Sending = 'waiting' | 'sent' | 'held'

/** A fish in hand as it lies on this device, whole, until the server has it. */
export interface KeptEncounter {
  id: string
  member_id: string
  saved_at: number
  sending: Sending
  /** The server's sentence when it held the record. */
  why: string | null
  body: Schemas['EncounterSent']
  /** What another device says differently, as the server told it last. */
  collisions?: Schemas['Collisions']
  /** Names of the fields for which it was held. */
  fields?: string[]
  /** As the Deck had it, so that it can be opened there again. */
  fish: unknown
}

/** A picture that waits for its fish to be on the server. */
export interface KeptPhoto {
  id: string
  encounter_id: string
  member_id: string
  taken_at: number
  blob: Blob
  /** The server's sentence when it refused the picture; it stays here then. */
  why: string | null
}

interface VoucherDb extends DBSchema {
  encounters: {
    key: string
    value: KeptEncounter
    indexes: { sending: Sending; trip: string; saved_at: number }
  }
  photos: { key: string; value: KeptPhoto; indexes: { encounter: string } }
  /** The trip card and the fish being handled right now, by member. */
  notes: { key: string; value: unknown }
  /** What members who signed out here have not sent yet, closed to everybody else; by member. */
  sealed: { key: string; value: Sealed }
}

export interface Sealed {
  iv: Uint8Array<ArrayBuffer>
  data: ArrayBuffer
  records: number
}

let opening: Promise<IDBPDatabase<VoucherDb>> | null = null

function db() {
  opening ??= openDB<VoucherDb>('voucher', 3, {
    upgrade(base, before, _now, transaction) {
      if (before < 1) {
        base.createObjectStore('encounters', { keyPath: 'id' }).createIndex('sending', 'sending')
        base.createObjectStore('notes')
      }
      if (before < 2) {
        const encounters = transaction.objectStore('encounters')
        encounters.createIndex('trip', 'body.trip_id')
        encounters.createIndex('saved_at', 'saved_at')
        base.createObjectStore('photos', { keyPath: 'id' }).createIndex('encounter', 'encounter_id')
      }
      base.createObjectStore('sealed')
    },
  })
  return opening
}

/** What IndexedDB takes is plain data; Vue's proxies are not. */
const plain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T

/**
 * Commits at once: of a page that goes, the browser drops every transaction that might still have
 * had more to write.
 */
async function put<Store extends 'encounters' | 'photos' | 'notes'>(
  store: Store,
  value: VoucherDb[Store]['value'],
  key?: string,
) {
  const transaction = (await db()).transaction(store, 'readwrite')
  const written = transaction.store.put(value, key)
  transaction.commit()
  await Promise.all([written, transaction.done])
}

export const keepEncounter = (encounter: KeptEncounter) => put('encounters', plain(encounter))
export const keptEncounter = async (id: string) => (await db()).get('encounters', id)

/** What still has to go out or was held back, of whatever trip. */
export async function unsentEncounters(): Promise<KeptEncounter[]> {
  const base = await db()
  return [
    ...(await base.getAllFromIndex('encounters', 'sending', 'waiting')),
    ...(await base.getAllFromIndex('encounters', 'sending', 'held')),
  ]
}

export const encountersOfTrip = async (tripId: string) =>
  (await db()).getAllFromIndex('encounters', 'trip', tripId)

/** Forgets what the server has had since before that time. */
export async function forgetSentBefore(time: number) {
  const { store } = (await db()).transaction('encounters', 'readwrite')
  for (
    let cursor = await store.index('saved_at').openCursor(IDBKeyRange.upperBound(time));
    cursor;
    cursor = await cursor.continue()
  ) {
    if (cursor.value.sending === 'sent') await cursor.delete()
  }
}

export const keepPhoto = (photo: KeptPhoto) => put('photos', photo)
export const dropPhoto = async (id: string) => (await db()).delete('photos', id)
export const keptPhotos = async (): Promise<KeptPhoto[]> => (await db()).getAll('photos')
export const photosOf = async (encounterId: string) =>
  (await db()).getAllFromIndex('photos', 'encounter', encounterId)

export const keepNote = (key: string, value: unknown) => put('notes', plain(value), key)
export const note = async <T>(key: string): Promise<T | undefined> =>
  (await (await db()).get('notes', key)) as T | undefined

interface Everything {
  encounters: KeptEncounter[]
  photos: KeptPhoto[]
  notes: { key: string; value: unknown }[]
}

/** All that lies here of a member. */
export async function everythingOf(memberId: string): Promise<Everything> {
  const base = await db()
  const own = <T extends { member_id: string }>(all: T[]) =>
    all.filter((record) => record.member_id === memberId)
  const keys = (await base.getAllKeys('notes')).filter((key) => key.endsWith(memberId))
  return {
    encounters: own(await base.getAll('encounters')),
    photos: own(await base.getAll('photos')),
    notes: await Promise.all(keys.map(async (key) => ({ key, value: await note(key) }))),
  }
}

async function drop({ encounters, photos, notes }: Everything) {
  const base = await db()
  await Promise.all([
    ...encounters.map((record) => base.delete('encounters', record.id)),
    ...photos.map((photo) => base.delete('photos', photo.id)),
    ...notes.map(({ key }) => base.delete('notes', key)),
  ])
}

/** Takes it off this device. */
export const clearMember = async (memberId: string) => drop(await everythingOf(memberId))

/** Takes off what the server has: cards, and fish that were sent. */
export async function clearSentOf(memberId: string) {
  const { encounters, notes } = await everythingOf(memberId)
  await drop({
    encounters: encounters.filter((encounter) => encounter.sending === 'sent'),
    photos: [],
    notes: notes.filter(({ key }) => key.startsWith('card:')),
  })
}

export const keepSealed = async (memberId: string, sealed: Sealed) =>
  void (await (await db()).put('sealed', sealed, memberId))
export const sealedOf = async (memberId: string) => (await db()).get('sealed', memberId)
export const dropSealed = async (memberId: string) => (await db()).delete('sealed', memberId)
