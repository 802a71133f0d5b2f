import { t } from '@/words/text'
import type { components } from './contract.generated'

type ErrorBody = components['schemas']['Error']

/** The server said no, with a sentence for the person and one per field. */
export class Refusal extends Error {
  readonly code: string
  readonly fields: Record<string, string>
  readonly details: Record<string, unknown>
  constructor(
    readonly status: number,
    body: Partial<ErrorBody>,
  ) {
    super(body.message ?? t('common.refusal.theServerDidNotAnswer'))
    this.code = body.code ?? 'unexpected'
    this.fields = body.fields ?? {}
    this.details = body.details ?? {}
  }
}

/** The server could not be reached, or broke: trying again later is right. */
export class NoSignal extends Error {
  readonly fields: Record<string, string> = {}
  constructor(message = t('common.refusal.theServerDoesNotAnswer')) {
    super(message)
  }
}

export type Trouble = Refusal | NoSignal

/** Turns what was thrown into something to show; bugs go on to the error handler. */
export function trouble(thrown: unknown): Trouble {
  if (thrown instanceof Refusal || thrown instanceof NoSignal) return thrown
  throw thrown
}
