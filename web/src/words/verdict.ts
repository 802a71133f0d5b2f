import codes from './en/codes/records.json'

/** A verdict is a word and a shape first; the colour only repeats it. */
export type Verdict = 'ok' | 'care' | 'stop'
export const GO: Record<Verdict, string> = codes.go
export const FIT: Record<string, { word: string; verdict: Verdict }> = {
  fits: { word: codes.fit.fits, verdict: 'ok' },
  owned: { word: codes.fit.owned, verdict: 'ok' },
  does_not_fit: { word: codes.fit.does_not_fit, verdict: 'stop' },
  not_owned: { word: codes.fit.not_owned, verdict: 'care' },
}
