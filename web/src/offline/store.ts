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
}

interface VoucherDb extends DBSchema {
  encounters: { key: string; value: KeptEncounter; indexes: { sending: Sending } }
  /** The trip card and the fish being handled right now, by member. */
  notes: { key: string; value: unknown }
}

let opening: Promise<IDBPDatabase<VoucherDb>> | null = null

function db() {
  opening ??= openDB<VoucherDb>('voucher', 1, {
    upgrade(fresh) {
      fresh.createObjectStore('encounters', { keyPath: 'id' }).createIndex('sending', 'sending')
      fresh.createObjectStore('notes')
    },
  })
  return opening
}

/** What IndexedDB takes is plain data; Vue's proxies are not. */
const plain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T

export const keepEncounter = async (encounter: KeptEncounter) => void (await (await db()).put('encounters', plain(encounter)))
export const keptEncounters = async (): Promise<KeptEncounter[]> => (await db()).getAll('encounters')
export const keptEncounter = async (id: string) => (await db()).get('encounters', id)
export const keepNote = async (key: string, value: unknown) => void (await (await db()).put('notes', plain(value), key))
export const note = async <T>(key: string): Promise<T | undefined> => (await (await db()).get('notes', key)) as T | undefined
