import { answer, byId, client, type Schemas } from './client'

/** How often a member hears that a fish of theirs came back. */
export type Hears = 'each' | 'monday' | 'never'

/** Coming in and being told: joining, notices, meets, orders and stock. */
export const door = {
  join: () => answer(client.GET('/api/join')),
  askToJoin: (id: string, body: Schemas['ApplicationSent']) =>
    answer(client.PUT('/api/join/{id}', { ...byId(id), body })),
  consent: (key: string) =>
    answer(client.GET('/api/join/consent/{key}', { params: { path: { key } } })),
  giveConsent: (key: string) =>
    answer(
      client.PUT('/api/join/consent/{key}', {
        params: { path: { key } },
        body: { consents: true },
      }),
    ),
  applications: () => answer(client.GET('/api/applications')),
  decide: (
    id: string,
    body: {
      verdict: 'accepted' | 'asked' | 'declined'
      words?: string | null
      fee?: 'paid' | 'waived' | 'due' | null
      fee_due_on?: string | null
    },
  ) => answer(client.POST('/api/applications/{id}/decision', { ...byId(id), body })),
  notices: () => answer(client.GET('/api/notices')),
  allNotices: () => answer(client.GET('/api/notices/all')),
  writeNotice: (
    id: string,
    body: Pick<Schemas['Notice'], 'kind' | 'title' | 'words' | 'water_code' | 'from_on' | 'to_on'>,
  ) => answer(client.PUT('/api/notices/{id}', { ...byId(id), body })),
  withdrawNotice: (id: string) => answer(client.POST('/api/notices/{id}/withdrawal', byId(id))),
  readNotice: (id: string) => answer(client.PUT('/api/notices/{id}/receipt', byId(id))),
  meets: () => answer(client.GET('/api/meets')),
  meet: (id: string) => answer(client.GET('/api/meets/{id}', byId(id))),
  planMeet: (
    id: string,
    body: {
      name: string
      held_on: string
      plan: Schemas['Plan']
      is_open: boolean
      note: string | null
      crews: { member_id: string; crew: string }[]
    },
  ) => answer(client.PUT('/api/meets/{id}', { ...byId(id), body })),
  closeMeet: (id: string, because: string) =>
    answer(client.POST('/api/meets/{id}/closing', { ...byId(id), body: { because } })),
  board: (id: string) => answer(client.GET('/api/meets/{id}/board', byId(id))),
  stock: () => answer(client.GET('/api/stock')),
  keepItem: (code: string, body: { name: string; reorder_at: number; in_kit: number }) =>
    answer(client.PUT('/api/stock/{code}', { params: { path: { code } }, body })),
  moveStock: (
    code: string,
    body: {
      count: number
      reason: 'bought' | 'returned' | 'counted' | 'spoiled'
      note?: string | null
    },
  ) => answer(client.POST('/api/stock/{code}/moves', { params: { path: { code } }, body })),
  orders: () => answer(client.GET('/api/orders')),
  order: (
    id: string,
    body: { items?: Record<string, number>; kit?: boolean; note?: string | null },
  ) => answer(client.PUT('/api/orders/{id}', { ...byId(id), body })),
  postOrder: (id: string) => answer(client.POST('/api/orders/{id}/posting', byId(id))),
  settleOrder: (id: string, state: 'received' | 'cancelled') =>
    answer(client.POST('/api/orders/{id}/state', { ...byId(id), body: { state } })),
  hearing: () => answer(client.GET('/api/me/hearing')),
  chooseHearing: (hears: Hears) => answer(client.PUT('/api/me/hearing', { body: { hears } })),
  letters: (stopKey: string) => answer(client.GET('/api/letters/stop/{id}', byId(stopKey))),
  stopLetters: (stopKey: string) =>
    answer(client.PUT('/api/letters/stop/{id}', { ...byId(stopKey), body: { stops: true } })),
  publicName: () => answer(client.GET('/api/me/public-name')),
  choosePublicName: (body: { public_name: string | null; public_name_until: string | null }) =>
    answer(client.PUT('/api/me/public-name', { body })),
}
