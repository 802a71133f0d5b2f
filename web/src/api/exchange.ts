import { answer, client } from './client'
import type { paths } from './contract.generated'

type Sent = paths['/api/exports']['post']['requestBody']['content']['application/json']
export type ExportFormat = Sent['format']
export type Licence = Sent['licence']

/** What goes out, and how it is to be read. */
export const exchange = {
  tables: () => answer(client.GET('/api/exchange/tables')),
  list: () => answer(client.GET('/api/exports')),
  make: (body: Sent) => answer(client.POST('/api/exports', { body })),
  contract: () => answer(client.GET('/api/contract')),
  keys: () => answer(client.GET('/api/keys')),
  makeKey: (name: string, may: 'read' | 'hand_in') =>
    answer(client.POST('/api/keys', { body: { name, may } })),
  revokeKey: (id: number) =>
    answer(client.DELETE('/api/keys/{number}', { params: { path: { number: String(id) } } })),
  address: (sha256: string) => `/api/exports/${sha256}`,
}
