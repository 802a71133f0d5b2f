import { answer, bytes, client } from './client'
import type { paths } from './contract.generated'

type Shown = paths['/api/imports']['post']['responses']['200']['content']['application/json']
export type TableIn = Shown
export type TableMapping = Shown['mapping']
type Act =
  paths['/api/imports/{number}/run']['post']['requestBody']['content']['application/json']['act']

export type Waiting =
  paths['/api/imports/{number}/waiting']['get']['responses']['200']['content']['application/json']
export type Alike =
  paths['/api/imports/{number}/waiting']['post']['requestBody']['content']['application/json']

const numbered = (id: number) => ({ params: { path: { number: String(id) } } })

/** Old records out of other people's tables. */
export const imports = {
  list: () => answer(client.GET('/api/imports')),
  send: (name: string, file: Blob) =>
    answer(
      client.POST('/api/imports', {
        params: { query: { name } },
        ...bytes(file),
      }),
    ),
  show: (id: number) => answer(client.GET('/api/imports/{number}', numbered(id))),
  map: (id: number, mapping: TableMapping, keep_as: string | null) =>
    answer(
      client.PUT('/api/imports/{number}/mapping', { ...numbered(id), body: { mapping, keep_as } }),
    ),
  heading: (id: number, has_heading: boolean) =>
    answer(client.PUT('/api/imports/{number}/heading', { ...numbered(id), body: { has_heading } })),
  run: (id: number, act: Act) =>
    answer(client.POST('/api/imports/{number}/run', { ...numbered(id), body: { act } })),
  undo: (id: number) => answer(client.POST('/api/imports/{number}/undo', numbered(id))),
  waiting: (id: number) => answer(client.GET('/api/imports/{number}/waiting', numbered(id))),
  decideAlike: (id: number, body: Alike) =>
    answer(client.POST('/api/imports/{number}/waiting', { ...numbered(id), body })),
  refused: (id: number, after: number) =>
    answer(
      client.GET('/api/imports/{number}/refused', {
        params: { path: { number: String(id) }, query: { after: String(after) } },
      }),
    ),
  refusedFile: (id: number) => `/api/imports/${id}/refused.csv`,
}
