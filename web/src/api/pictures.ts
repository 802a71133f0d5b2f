import { answer, byId, client } from './client'
import type { paths } from './contract.generated'

type Path = paths['/api/photos/{id}/public']
type Sent = Path['put']['requestBody']['content']['application/json']
export type PicturePermit = Path['get']['responses']['200']['content']['application/json']

/** Pictures that a member shows to everybody. */
export const pictures = {
  permit: (id: string) => answer(client.GET('/api/photos/{id}/public', byId(id))),
  show: (id: string, body: Sent) =>
    answer(client.PUT('/api/photos/{id}/public', { ...byId(id), body })),
  withdraw: (id: string) => answer(client.DELETE('/api/photos/{id}/public', byId(id))),
}
