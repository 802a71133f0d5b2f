import { useLocalStorage } from '@vueuse/core'

/** How near the end of a lift is; each has a visible twin on the clock. */
export type Warning = 'half' | 'ten' | 'over'

/** Frequency in hertz and length in seconds of each tone; vibration in milliseconds. */
const TONES: Record<Warning, [number, number][]> = {
  half: [[520, 0.15]],
  ten: [
    [660, 0.12],
    [660, 0.12],
  ],
  over: [
    [880, 0.25],
    [700, 0.25],
    [880, 0.4],
  ],
}
const SHAKES: Record<Warning, number[]> = {
  half: [120],
  ten: [120, 80, 120],
  over: [400, 100, 400],
}

export const soundOn = useLocalStorage('voucher.sound', true)
let context: AudioContext | null = null

/** A browser lets a page sound only after a touch: every tap calls this. */
export function wakeSound() {
  if (soundOn.value) context ??= new AudioContext()
}

export function warn(warning: Warning) {
  if (!soundOn.value) return
  navigator.vibrate?.(SHAKES[warning])
  if (!context) return
  let start = context.currentTime
  for (const [hertz, seconds] of TONES[warning]) {
    const tone = new OscillatorNode(context, { frequency: hertz, type: 'square' })
    const loudness = new GainNode(context, { gain: 0.25 })
    tone.connect(loudness).connect(context.destination)
    tone.start(start)
    tone.stop(start + seconds)
    start += seconds + 0.08
  }
}
