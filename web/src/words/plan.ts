import type { Schemas } from '@/api/client'
import codes from './en/codes/plan.json'

type Plan = Schemas['Plan']

export const PLATFORM: Record<Plan['platform'], string> = codes.platform
export const COMPANY: Record<string, string> = codes.company
export const KEEPING: Record<string, string> = codes.keeping
export const SKY: Record<string, string> = codes.sky
export const CURRENT: Record<Plan['current'], string> = codes.current
export const BAIT: Record<Plan['bait'], string> = codes.bait
export const BARBS: Record<Plan['barbs'], string> = codes.barbs
