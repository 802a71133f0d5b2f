import { answer, client } from './client'
import type { paths } from './contract.generated'

export type Progress =
  paths['/api/practice']['get']['responses']['200']['content']['application/json']
export type PracticeResult =
  paths['/api/practice/results']['post']['requestBody']['content']['application/json']['results'][number]

/** What was practised, and what is signed of it. */
export const practice = {
  open: () => answer(client.GET('/api/practice')),
  card: () => answer(client.GET('/api/practice/card')),
  keep: (results: PracticeResult[]) =>
    answer(client.POST('/api/practice/results', { body: { results } })),
  of: (id: string) =>
    answer(client.GET('/api/members/{id}/practice', { params: { path: { id } } })),
  sign: (id: string, item: 'placing' | 'scenes', note: string) =>
    answer(
      client.POST('/api/members/{id}/practice', { params: { path: { id } }, body: { item, note } }),
    ),
}
