import { answer, client, type Schemas } from './client'

export type Beside = Awaited<ReturnType<typeof flanks.beside>>
export type Overlay = Awaited<ReturnType<typeof flanks.overlay>>

export const flanks = {
  beside: (id: string, number?: string) =>
    answer(client.GET('/api/photos/{id}/beside', { params: { path: { id }, query: { number } } })),
  overlay: (first: Schemas['Marks'], second: Schemas['Marks']) =>
    answer(client.POST('/api/flanks', { body: { first, second } })),
}
