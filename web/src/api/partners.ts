import { answer, client } from './client'
import type { paths } from './contract.generated'

type Sent = paths['/api/partners']['post']['requestBody']['content']['application/json']

/** Programmes to which reports of their tags are handed over. */
export const partners = {
  list: () => answer(client.GET('/api/partners')),
  add: (body: Sent) => answer(client.POST('/api/partners', { body })),
  finish: (id: number) =>
    answer(client.DELETE('/api/partners/{number}', { params: { path: { number: String(id) } } })),
}
