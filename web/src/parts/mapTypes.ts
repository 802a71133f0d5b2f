export interface PickedPlace {
  lat_deg: number
  lon_deg: number
}

export interface MapPlace extends PickedPlace {
  /** Shown as the 5 km cell that the public may know. */
  coarse: boolean
  /** What stands on it; without one its place in the list. */
  label?: string
}
