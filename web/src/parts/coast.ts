import type { FeatureCollection, Point } from 'geojson'
import { api } from '@/api/client'

let coast: Promise<FeatureCollection> | null = null

/** The programme's drawn coast, fetched once; after a failure the next one who asks tries again. */
export function loadCoast(): Promise<FeatureCollection> {
  coast ??= (api.coast() as unknown as Promise<FeatureCollection>).catch((thrown) => {
    coast = null
    throw thrown
  })
  return coast
}

/** After a coordinator has changed it. */
export const forgetCoast = () => void (coast = null)

export interface NamedPlace {
  name: string
  lat_deg: number
  lon_deg: number
}

/** Places that people call by name. */
export async function namedPlaces(): Promise<NamedPlace[]> {
  const { features } = await loadCoast()
  return features
    .filter((feature) => feature.properties?.kind === 'place')
    .map((feature) => ({
      name: String(feature.properties!.name),
      lon_deg: (feature.geometry as Point).coordinates[0]!,
      lat_deg: (feature.geometry as Point).coordinates[1]!,
    }))
    .toSorted((a, b) => a.name.localeCompare(b.name))
}
