import drawn from './cards.generated.json'

/** One technique card as core tells it: see core/practice/techniques.rb. */
export interface CardStep {
  says: string
  look: string
  at: number[]
  open: number
  pieces: Partial<Record<string, number[]>>
}
export interface TechniqueCard {
  key: string
  title: string
  guild: string
  steps: CardStep[]
}
export const CARDS: TechniqueCard[] = drawn
