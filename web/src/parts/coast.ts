import type { FeatureCollection, Point } from 'geojson'
import coastUrl from '@waters/marrow_sound.geojson?url'

let coast: Promise<FeatureCollection> | null = null

/** The drawn coast, fetched once; it ships with the application. */
export function loadCoast(): Promise<FeatureCollection> {
  coast ??= fetch(coastUrl).then((response) => response.json() as Promise<FeatureCollection>)
  return coast
}

export interface NamedPlace {
  name: string
  lat_deg: number
  lon_deg: number
}

/** Places that people call by name. */
export async function namedPlaces(): Promise<NamedPlace[]> {
  const { features } = await loadCoast()
  return features
    .filter((one) => one.properties?.kind === 'place')
    .map((one) => ({ name: String(one.properties!.name), lon_deg: (one.geometry as Point).coordinates[0]!, lat_deg: (one.geometry as Point).coordinates[1]! }))
    .toSorted((a, b) => a.name.localeCompare(b.name))
}
