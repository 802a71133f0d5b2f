import type { WaterTopic } from '@/api/water'

/** What each topic asks, in the order in which people ask it. */
export const TOPICS: Record<WaterTopic, { title: string; asks: string }> = {
  growth: { title: 'Growth', asks: 'How fast do they grow?' },
  movement: { title: 'Movement', asks: 'How far do they go, and which way?' },
  handling: { title: 'Handling', asks: 'What was done to them: did they come back as often?' },
  tags: { title: 'Tags and fish', asks: 'Do tags stay in, and do fish live?' },
  lengths: { title: 'Lengths', asks: 'How long and how heavy are they?' },
  effort: { title: 'Effort', asks: 'How many fish for how much fishing?' },
  health: { title: 'Programme', asks: 'Is the programme itself well?' },
}
