import drawn from './tools.generated.json'

export interface ToolLayer {
  path: string
  as: string
}
/** Hands and tools in tenths of a unit of the sheet: see core/drawing/tools.rb. */
export const TOOLS: Record<string, ToolLayer[]> = drawn
export type Tool = keyof typeof drawn
