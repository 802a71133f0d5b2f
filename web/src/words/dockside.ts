/** What a trip is, in the evening. */
export const TRIP_STATE: Record<string, string> = {
  open: 'unfinished',
  ready: 'ready to submit',
  submitted: 'submitted',
}

/** How far the placing of a picture can be relied on: words for a house rule, not a probability. */
export function sureText(photo: {
  placed_by: string | null
  fit: 'well' | 'fair' | 'doubtful'
}): string {
  if (photo.placed_by === 'hand') return 'placed by you'
  if (photo.placed_by === 'deck') return 'taken on the Deck'
  return { well: 'fits well', fair: 'fits', doubtful: 'look at it' }[photo.fit]
}

export const FIELD: Record<string, string> = {
  tag: 'Tag',
  collision: 'Two answers',
  times: 'Times',
  weight: 'Weight',
  weight_g: 'Weight',
  tare_g: 'Wet sling',
  kind: 'Kind of catch',
  length_mm: 'Length',
  length_kind: 'Kind of length',
  length_how: 'How it was measured',
  lat_deg: 'Latitude',
  lon_deg: 'Longitude',
  air_seconds: 'Air exposure',
  species: 'Species',
  species_code: 'Species',
  fate: 'Kept or let go',
  numbers: 'Tag numbers',
  removal: 'How the hook came out',
  hook_type: 'Hook',
  marks: 'Old marks',
  handling: 'Mishaps',
  pressure_signs: 'Signs of pressure',
  depth: 'Depth',
  depth_m: 'Depth',
  girth: 'Girth',
  girth_mm: 'Girth',
  water_temp: 'Water',
  water_temp_c: 'Water',
  note: 'Note',
  void: 'Void',
  reflexes: 'Reflexes',
  length: 'Length',
  place: 'Place',
  air: 'Time in the air',
  hook_place: 'Where the hook sat',
  bleeding: 'Blood',
  outcome: 'How it went off',
  tare: 'Wet sling',
}
export const BLEEDING: Record<string, string> = {
  none: 'no blood',
  light: 'some blood',
  heavy: 'much blood',
}
export const HOOK_TYPE: Record<string, string> = { circle: 'circle', j: 'J', treble: 'treble' }

/** Seconds that a clock is off, for a person. */
export function clockOff(seconds: number): string {
  const minutes = Math.round(Math.abs(seconds) / 60)
  if (Math.abs(seconds) < 30) return 'right'
  const text =
    minutes >= 120
      ? `${Math.floor(minutes / 60)} h ${minutes % 60} min`
      : minutes
        ? `${minutes} min`
        : `${Math.abs(seconds)} s`
  return `${text} ${seconds > 0 ? 'slow' : 'fast'}`
}
