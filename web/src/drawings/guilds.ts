import drawn from './guilds.generated.json'

/** One guild's animal as core draws it: see core/drawing/picture.rb. */
export interface AnimalPicture {
  guild: string
  seen: string
  box: number[]
  layers: { path: string; as: string }[]
  jaw: { path: string; joint: number[] } | null
  eye: number[]
  marks: { measure: (number | null)[][]; tag: number[] | null; hold: number[][]; mind: number[][] }
}
const pictures: Record<string, AnimalPicture> = drawn
export const pictureOf = (guild: string) => pictures[guild] ?? pictures['general']!
