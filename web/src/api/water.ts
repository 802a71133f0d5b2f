import { answer, client } from './client'
import type { paths } from './contract.generated'

export type WaterTopic = paths['/api/water/{topic}']['get']['parameters']['path']['topic']
export type WaterFilter = NonNullable<paths['/api/water/{topic}']['get']['parameters']['query']>

/** Percent, the least and the most, of what nobody measured here. */
export interface Parts {
  reporting_from: number
  reporting_to: number
  deaths_from: number
  deaths_to: number
}

/** What the tags taught; apart from the rest, because the Deck does without. */
export const water = {
  answers: (topic: WaterTopic, query: WaterFilter) =>
    answer(client.GET('/api/water/{topic}', { params: { path: { topic }, query } })),
  recompute: (topic: WaterTopic, query: WaterFilter) =>
    answer(client.POST('/api/water/{topic}/recompute', { params: { path: { topic }, query } })),
  stopRecompute: (topic: WaterTopic, query: WaterFilter) =>
    answer(client.DELETE('/api/water/{topic}/recompute', { params: { path: { topic }, query } })),
  exploitation: (query: WaterFilter & Parts) =>
    answer(client.GET('/api/water/exploitation', { params: { query } })),
  choices: () => answer(client.GET('/api/water/choices')),
  map: (query: WaterFilter & { within: string; month?: number }) =>
    answer(client.GET('/api/water/map', { params: { query } })),
  fish: (query: WaterFilter) => answer(client.GET('/api/water/fish', { params: { query } })),
  ways: (query: WaterFilter) => answer(client.GET('/api/water/ways', { params: { query } })),
  sayAssumption: (key: string, body: { holds: boolean; why: string }) =>
    answer(client.PUT('/api/water/assumptions/{key}', { params: { path: { key } }, body })),
}
