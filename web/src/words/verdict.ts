/** A verdict is a word and a shape first; the colour only repeats it. */
export type Verdict = 'ok' | 'care' | 'stop'
export const GO: Record<Verdict, string> = { ok: 'go', care: 'go with care', stop: 'hold' }
export const FIT: Record<string, { word: string; verdict: Verdict }> = {
  fits: { word: 'fits', verdict: 'ok' },
  owned: { word: 'pack it', verdict: 'ok' },
  does_not_fit: { word: 'does not fit', verdict: 'stop' },
  not_owned: { word: 'not owned', verdict: 'care' },
}
