import createClient from 'openapi-fetch'
import { askForPassword } from './confirmation'
import type { components, paths } from './contract.generated'
import { NoSignal, Refusal } from './refusal'

export type Schemas = components['schemas']

let token: string | null = null

export const client = createClient<paths>({ baseUrl: '', fetch: withToken })

export function keepToken(fresh: string) {
  token = fresh
}

/**
 * Signing in and out ends the session that a token belongs to: on a stale one a fresh one is
 * fetched, and the call made once more. So it is where the password is wanted again.
 */
async function withToken(request: Request): Promise<Response> {
  if (request.method === 'GET') return reach(request)
  const again = request.clone()
  if (!token) await fetchToken()
  const first = await reach(tokened(request))
  if (first.status !== 403) return first
  const code = await codeOf(first)
  if (code === 'stale_page') await fetchToken()
  else if (code !== 'confirm_first' || !(await askForPassword())) return first
  return withToken(again)
}

function tokened(request: Request): Request {
  request.headers.set('X-CSRF-Token', token ?? '')
  return request
}

async function fetchToken() {
  token = (await answer(client.GET('/api/session'))).csrf_token
}

/** Somebody asked for something newer meanwhile. */
export const isGivenUp = (thrown: unknown) =>
  thrown instanceof Error && thrown.name === 'AbortError'

/** What is sent where nothing has to be said. */
const NOTHING: Record<string, never> = {}

/** Bytes as they are; the contract, which speaks of values, has no word for them. */
export const bytes = (body: Blob) => ({
  body: NOTHING,
  bodySerializer: () => body,
  headers: { 'Content-Type': 'application/octet-stream' },
})

async function codeOf(response: Response): Promise<string | undefined> {
  try {
    const body: unknown = await response.clone().json()
    return isRefusal(body) ? body.code : undefined
  } catch {
    return undefined
  }
}

async function reach(request: Request): Promise<Response> {
  try {
    return await fetch(request)
  } catch (thrown) {
    if (isGivenUp(thrown)) throw thrown
    throw new NoSignal()
  }
}

/**
 * The data of a call, or a thrown Refusal or NoSignal. What is not in our form did not come from
 * our server: a page that asks for a sign-in to the network, or a proxy's.
 */
export async function answer<T>(
  call: Promise<{ data?: T; error?: unknown; response: Response }>,
): Promise<T> {
  const { data, error, response } = await call.catch((thrown: unknown) => {
    throw thrown instanceof SyntaxError ? new NoSignal() : thrown
  })
  if (response.ok && data !== undefined) return data
  if (!isRefusal(error)) throw new NoSignal()
  if (response.status >= 502) throw new NoSignal(error.message)
  throw new Refusal(response.status, error)
}

const isRefusal = (body: unknown): body is Schemas['Error'] =>
  typeof body === 'object' && body !== null && 'code' in body && 'message' in body

/** What a coordinator sets of the house rules. */
export interface HouseChoice {
  choices: Schemas['Choices']
  figures: Schemas['FiguresSet']
  guild_notes: Schemas['GuildNotes']
}
type MendHeld = paths['/api/held/{id}/mended']['post']['requestBody']['content']['application/json']
export type NewSpecies = paths['/api/species']['post']['requestBody']['content']['application/json']

/** The place of an id in an address. */
export const byId = (id: string) => ({ params: { path: { id } } })

export const api = {
  session: () => answer(client.GET('/api/session')),
  signIn: (body: { email: string; password: string }) =>
    answer(client.POST('/auth/login', { body })),
  seal: () => answer(client.GET('/api/me/seal')),
  confirm: (password: string) =>
    answer(client.POST('/api/me/confirmation', { body: { password } })),
  signOut: () => answer(client.POST('/auth/logout', { body: NOTHING })),
  changePassword: (body: { password: string; new_password: string }) =>
    answer(client.POST('/auth/change-password', { body })),
  requestPasswordReset: (body: { email: string }) =>
    answer(client.POST('/auth/reset-password-request', { body })),
  resetPassword: (body: { key: string; password: string }) =>
    answer(client.POST('/auth/reset-password', { body })),
  changeAddress: (body: { email: string; password: string }) =>
    answer(client.POST('/auth/change-login', { body })),
  confirmAddress: (body: { key: string }) =>
    answer(client.POST('/auth/verify-login-change', { body })),
  giveSecondFactor: (code: string) => answer(client.POST('/auth/otp-auth', { body: { code } })),
  givePaperCode: (code: string) => answer(client.POST('/auth/recovery-auth', { body: { code } })),
  setUpSecondFactor: (body: {
    otp_secret?: string
    otp_raw_secret?: string
    password?: string
    code?: string
  }) => answer(client.POST('/auth/otp-setup', { body })),
  switchOffSecondFactor: (password: string) =>
    answer(client.POST('/auth/otp-disable', { body: { password } })),
  paperCodes: (password: string) =>
    answer(client.POST('/auth/recovery-codes', { body: { password } })),
  secondFactor: () => answer(client.GET('/api/me/second-factor')),
  secondFactorPicture: (secret: string) =>
    answer(client.POST('/api/me/second-factor/picture', { body: { secret } })),
  dropSecondFactor: (id: string) =>
    answer(client.DELETE('/api/members/{id}/second-factor', byId(id))),
  officeToday: () => answer(client.GET('/api/office/today')),
  lettersHold: () => answer(client.GET('/api/letters/hold')),
  endLettersHold: () => answer(client.DELETE('/api/letters/hold')),
  archive: () => answer(client.GET('/api/me/archive')),
  askForArchive: () => answer(client.POST('/api/me/archive')),
  calendar: () => answer(client.GET('/api/me/calendar')),
  shareCalendar: () => answer(client.POST('/api/me/calendar')),
  endCalendar: () => answer(client.DELETE('/api/me/calendar')),
  sessions: () => answer(client.GET('/api/me/sessions')),
  endSession: (number: number) =>
    answer(
      client.DELETE('/api/me/sessions/{number}', { params: { path: { number: String(number) } } }),
    ),
  securityEvents: (query: { kind?: string; before?: string }) =>
    answer(client.GET('/api/security-events', { params: { query } })),
  coast: () => answer(client.GET('/api/coast')),
  waters: () => answer(client.GET('/api/waters')),
  drawCoast: (geojson: Record<string, unknown>) =>
    answer(client.PUT('/api/coast', { body: { geojson } })),
  nameProgramme: (body: {
    name: string
    contact: string | null
    time_zone: string
    season_begins: string | null
    about: string | null
    joining: string | null
    join_question: string | null
    join_answer: string | null
  }) => answer(client.PUT('/api/programme', { body })),
  enterGearLaw: (code: string, body: Schemas['GearLawSent']) =>
    answer(client.PUT('/api/waters/{code}/gear-law', { params: { path: { code } }, body })),
  keepWater: (
    code: string,
    body: { name: string; kind: 'sea' | 'fresh'; corners?: [number, number][] },
  ) => answer(client.PUT('/api/waters/{code}', { params: { path: { code } }, body })),
  keepSpot: (
    code: string,
    body: { name: string; water_code: string; lat_deg: number; lon_deg: number; retired: boolean },
  ) => answer(client.PUT('/api/spots/{code}', { params: { path: { code } }, body })),
  species: () => answer(client.GET('/api/species')),
  deck: (on: string, trip?: string) =>
    answer(client.GET('/api/deck', { params: { query: { on, trip } } })),
  cancelTrip: (id: string) => answer(client.DELETE('/api/trips/{id}', byId(id))),
  startTrip: (id: string, body: Schemas['TripStart']) =>
    answer(client.PUT('/api/trips/{id}', { ...byId(id), body })),
  recordBatch: (
    encounters: { id: string; encounter: Schemas['EncounterSent'] }[],
    sent_at: string,
  ) => answer(client.POST('/api/encounters/batch', { body: { sent_at, encounters } })),
  addEncounterPhoto: (id: string, photo_id: string, taken_at: string, photo: Blob) =>
    answer(
      client.PUT('/api/encounters/{id}/photos/{photo_id}', {
        params: { path: { id, photo_id }, query: { taken_at } },
        ...bytes(photo),
      }),
    ),
  trips: (
    query: {
      before?: string
      whose?: 'mine' | 'all'
      state?: 'open' | 'submitted'
      search?: string
    } = {},
  ) => answer(client.GET('/api/trips', { params: { query } })),
  dockside: (id: string) => answer(client.GET('/api/trips/{id}/dockside', byId(id))),
  correct: (id: string, changes: Schemas['EncounterChanges'], reason: string | null) =>
    answer(client.PATCH('/api/encounters/{id}', { ...byId(id), body: { changes, reason } })),
  chooseCollision: (
    id: string,
    body: { field: string; choice: 'stands' | 'said'; reason: string | null },
  ) => answer(client.POST('/api/encounters/{id}/collisions', { ...byId(id), body })),
  addTripPhoto: (id: string, photo_id: string, name: string, photo: Blob, signal: AbortSignal) =>
    answer(
      client.PUT('/api/trips/{id}/photos/{photo_id}', {
        params: {
          path: { id, photo_id },
          query: { name, utc_offset_minutes: String(-new Date().getTimezoneOffset()) },
        },
        ...bytes(photo),
        signal,
      }),
    ),
  placePhotos: (
    id: string,
    body: {
      moved?: { photo_id: string; encounter_id: string | null }
      released?: string
      clocks?: { camera: string; seconds: number }[]
    },
  ) => answer(client.POST('/api/trips/{id}/placing', { ...byId(id), body })),
  removePhoto: (id: string) => answer(client.DELETE('/api/photos/{id}', byId(id))),
  measurePhoto: (
    id: string,
    body: {
      marks: Schemas['BenchMarks']
      keep: 'look' | 'marks' | 'length'
      reason?: string | null
    },
  ) => answer(client.POST('/api/photos/{id}/measure', { ...byId(id), body })),
  settleTag: (
    id: string,
    number: string,
    act: 'spoiled' | 'lost' | 'in_pouch' | 'found' | 'from_pouch_of_owner' | 'caught_twice',
  ) => answer(client.POST('/api/trips/{id}/tags', { ...byId(id), body: { number, act } })),
  addTrack: (id: string, gpx: string, reason: string | null) =>
    answer(client.POST('/api/trips/{id}/track', { ...byId(id), body: { gpx, reason } })),
  sayEffort: (id: string, body: { fished_hours: number | null; rods: number | null }) =>
    answer(client.PUT('/api/trips/{id}/effort', { ...byId(id), body })),
  submitTrip: (id: string) =>
    answer(client.POST('/api/trips/{id}/submit', { ...byId(id), body: NOTHING })),
  season: (season?: string) =>
    answer(client.GET('/api/me/season', { params: { query: { season } } })),
  typeSheet: (body: Schemas['SheetSent']) => answer(client.POST('/api/sheets', { body })),
  beForgotten: (body: { password: string }) => answer(client.POST('/api/me/forget', { body })),
  chooseReading: (body: { units?: Schemas['Units']; dates?: Schemas['Dates'] }) =>
    answer(client.PUT('/api/me/reading', { body })),
  readTag: (number: string) =>
    answer(client.GET('/api/tags/{number}/fish', { params: { path: { number } } })),
  instruments: () => answer(client.GET('/api/instruments')),
  tareScale: () => answer(client.POST('/api/instruments/tare', { body: NOTHING })),
  shareDeck: (id: string) =>
    answer(client.POST('/api/trips/{id}/crew', { ...byId(id), body: NOTHING })),
  crewCard: (key: string) =>
    answer(client.GET('/api/crew/{key}/card', { params: { path: { key } } })),
  syncCrew: (key: string, body: { device: string; fish: Schemas['CrewFish'][] }) =>
    answer(client.POST('/api/crew/{key}', { params: { path: { key } }, body })),
  reportTag: (id: string, body: Schemas['ReportSent']) =>
    answer(client.PUT('/api/reports/{id}', { ...byId(id), body })),
  numberHint: (number: string, signal: AbortSignal) =>
    answer(client.GET('/api/numbers/{number}', { params: { path: { number } }, signal })),
  ownReport: (id: string, reportKey: string) =>
    answer(
      client.GET('/api/reports/{id}', {
        params: { path: { id }, header: { 'X-Report-Key': reportKey } },
      }),
    ),
  amendReport: (id: string, reportKey: string, revision: number, report: Schemas['ReportSent']) =>
    answer(
      client.PUT('/api/reports/{id}/amend', {
        params: { path: { id }, header: { 'X-Report-Key': reportKey } },
        body: { revision, report },
      }),
    ),
  addReportPhoto: (id: string, reportKey: string, photo: Blob) =>
    answer(
      client.PUT('/api/reports/{id}/photo', {
        params: { path: { id }, header: { 'X-Report-Key': reportKey } },
        ...bytes(photo),
      }),
    ),
  readTagPicture: (photo: Blob) => answer(client.PUT('/api/tag-picture', { ...bytes(photo) })),
  ready: (on: string, signal: AbortSignal) =>
    answer(client.GET('/api/ready', { params: { query: { on } }, signal })),
  planTrip: (id: string, held_on: string, plan: Schemas['Plan']) =>
    answer(client.PUT('/api/trips/{id}/plan', { ...byId(id), body: { held_on, plan } })),
  tickKit: (id: string, ticks: string[]) =>
    answer(client.PUT('/api/trips/{id}/ticks', { ...byId(id), body: { ticks } })),
  keepLocker: (body: Schemas['Locker']) => answer(client.PUT('/api/locker', { body })),
  houseRules: () => answer(client.GET('/api/house-rules')),
  chooseSchools: (body: HouseChoice & { base_version: number; why: string }) =>
    answer(client.PUT('/api/house-rules', { body })),
  previewSchools: (body: HouseChoice) => answer(client.POST('/api/house-rules/preview', { body })),
  chooseStricter: (choices: Schemas['OwnChoices']) =>
    answer(client.PUT('/api/house-rules/own', { body: { choices } })),
  guide: () => answer(client.GET('/api/guide')),
  custody: (number?: string) => answer(client.GET('/api/tags', { params: { query: { number } } })),
  printBatch: (body: Schemas['BatchSent']) => answer(client.POST('/api/tags/batches', { body })),
  importList: (kind: 'members' | 'species' | 'spots', file: Blob, dryRun: boolean) =>
    answer(
      client.POST('/api/lists/{kind}', {
        params: { path: { kind }, query: { dry_run: dryRun ? 'yes' : 'no' } },
        ...bytes(file),
      }),
    ),
  importBatches: (csv: string, dry_run: boolean) =>
    answer(client.POST('/api/tags/batches/import', { body: { csv, dry_run } })),
  issueTags: (body: { batch_id: number; member_id: string; count: number }) =>
    answer(client.POST('/api/tags/issue', { body })),
  moveTags: (body: {
    numbers: string[]
    act: 'returned' | 'spoiled' | 'lost' | 'transferred'
    member_id: string | null
    note: string | null
  }) => answer(client.POST('/api/tags/move', { body })),
  members: () => answer(client.GET('/api/members')),
  addMember: (body: Schemas['MemberSent'] & { email: string }) =>
    answer(client.POST('/api/members', { body })),
  changeMember: (id: string, body: Schemas['MemberSent']) =>
    answer(client.PUT('/api/members/{id}', { ...byId(id), body })),
  catalogue: () => answer(client.GET('/api/catalogue')),
  changeMemberAddress: (id: string, email: string) =>
    answer(client.PUT('/api/members/{id}/address', { ...byId(id), body: { email } })),
  sendMemberLetter: (id: string) => answer(client.POST('/api/members/{id}/letter', byId(id))),
  kit: (id: string) => answer(client.GET('/api/members/{id}/kit', byId(id))),
  moveKit: (id: string, body: { item: string; count: number; note: string | null }) =>
    answer(client.POST('/api/members/{id}/kit', { ...byId(id), body })),
  enterSpecies: (body: NewSpecies) => answer(client.POST('/api/species', { body })),
  withdrawLaw: (id: number, because: string) =>
    answer(
      client.POST('/api/laws/{number}/withdrawal', {
        params: { path: { number: String(id) } },
        body: { because },
      }),
    ),
  changeSpecies: (code: string, body: Schemas['SpeciesSent']) =>
    answer(client.PUT('/api/species/{code}', { params: { path: { code } }, body })),
  speciesHistory: (code: string) =>
    answer(client.GET('/api/species/{code}/history', { params: { path: { code } } })),
  enterLaw: (body: Schemas['LawSent']) => answer(client.POST('/api/laws', { body })),
  story: (story_key: string) =>
    answer(client.GET('/api/stories/{story_key}', { params: { path: { story_key } } })),
  forgetFinder: (id: string, reportKey: string) =>
    answer(
      client.PUT('/api/reports/{id}/forget', {
        params: { path: { id }, header: { 'X-Report-Key': reportKey } },
        body: NOTHING,
      }),
    ),
  deskQueue: () => answer(client.GET('/api/desk')),
  openDesk: (id: string) => answer(client.GET('/api/reports/{id}/desk', byId(id))),
  decideReport: (
    id: string,
    body: paths['/api/reports/{id}/decision']['post']['requestBody']['content']['application/json'],
  ) => answer(client.POST('/api/reports/{id}/decision', { ...byId(id), body })),
  queries: (state: 'open' | 'settled') =>
    answer(client.GET('/api/queries', { params: { query: { state } } })),
  settleQuery: (
    id: string,
    code: string,
    body: { verdict: 'stands' | 'asked' | 'open'; why: string },
  ) => answer(client.POST('/api/queries/{id}/{code}', { params: { path: { id, code } }, body })),
  mendHeld: (id: string, body: MendHeld) =>
    answer(client.POST('/api/held/{id}/mended', { ...byId(id), body })),
  foreignTags: () => answer(client.GET('/api/foreign-tags')),
  passOn: (body: { ids: string[]; to: string }) =>
    answer(client.POST('/api/foreign-tags', { body })),
  letters: (query: NonNullable<paths['/api/letters']['get']['parameters']['query']>) =>
    answer(client.GET('/api/letters', { params: { query } })),
  calls: () => answer(client.GET('/api/calls')),
  settleCall: (id: number) =>
    answer(client.POST('/api/calls/{number}', { params: { path: { number: String(id) } } })),
  settleLetter: (number: number, act: 'again' | 'withdraw') =>
    answer(client.POST('/api/letters/{number}', { params: { path: { number } }, body: { act } })),
  letterTemplates: () => answer(client.GET('/api/letter-templates')),
  keepLetterTemplate: (kind: string, body: { subject: string | null; body: string | null }) =>
    answer(client.PUT('/api/letter-templates/{kind}', { params: { path: { kind } }, body })),
  previewLetter: (kind: string, body: { subject: string; body: string }) =>
    answer(
      client.POST('/api/letter-templates/{kind}/preview', { params: { path: { kind } }, body }),
    ),
  audit: (query: NonNullable<paths['/api/audit']['get']['parameters']['query']>) =>
    answer(client.GET('/api/audit', { params: { query } })),
  finds: (
    query: NonNullable<paths['/api/finds']['get']['parameters']['query']>,
    signal: AbortSignal,
  ) => answer(client.GET('/api/finds', { params: { query }, signal })),
}
