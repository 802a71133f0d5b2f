import { t } from '@/words/text'

/** A photo of which somebody would take another. */
export type PhotoTrouble = 'blurred' | 'dark' | 'glaring'

/** The size at which a photo is looked at; what is blurred then is blurred to the eye. */
const LONGER_SIDE_PX = 640
/** Brightness of 0 to 255 under which most of it is black, and from which it is burnt out. */
const DARK = 40
const BURNT_OUT = 250
const MOST_BURNT_OUT = 0.2
/**
 * The steepest edges rise by this share of the photo's range from one pixel to the next. An edge
 * blurred over σ pixels rises by 1 / (σ · √2π) at most: this is σ of 2.5.
 */
const LEAST_STEEP = 0.16
/** The edges that count, and the ends of the range: one pixel in a thousand lies beyond. */
const STEEPEST = 0.999

const quantile = (sorted: Float32Array, share: number) =>
  sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))]!

/** grey: brightness 0 to 255, row by row. */
export function troubleIn(grey: Float32Array, width: number): PhotoTrouble | null {
  const levels = grey.slice().sort()
  if (quantile(levels, 0.9) < DARK) return 'dark'
  if (quantile(levels, 1 - MOST_BURNT_OUT) >= BURNT_OUT) return 'glaring'
  const range = quantile(levels, STEEPEST) - quantile(levels, 1 - STEEPEST)
  const slopes = new Float32Array(grey.length)
  for (let index = 0; index < grey.length - width; index++) {
    if ((index + 1) % width === 0) continue
    const across = grey[index + 1]! - grey[index]!
    const down = grey[index + width]! - grey[index]!
    slopes[index] = Math.hypot(across, down)
  }
  return quantile(slopes.sort(), STEEPEST) < LEAST_STEEP * range ? 'blurred' : null
}

/** Null also for what no browser can open: the server says more about that. */
async function troubleOf(photo: Blob): Promise<PhotoTrouble | null> {
  const bitmap = await createImageBitmap(photo).catch(() => null)
  if (!bitmap) return null
  const scale = Math.min(1, LONGER_SIDE_PX / Math.max(bitmap.width, bitmap.height))
  const [width, height] = [bitmap.width, bitmap.height].map((side) => Math.ceil(side * scale)) as [
    number,
    number,
  ]
  const canvas = Object.assign(document.createElement('canvas'), { width, height })
  const drawing = canvas.getContext('2d', { willReadFrequently: true })
  drawing?.drawImage(bitmap, 0, 0, width, height)
  bitmap.close()
  const pixels = drawing?.getImageData(0, 0, width, height).data
  if (!pixels) return null
  const grey = Float32Array.from(
    { length: width * height },
    (_, index) =>
      0.3 * pixels[4 * index]! + 0.59 * pixels[4 * index + 1]! + 0.11 * pixels[4 * index + 2]!,
  )
  return troubleIn(grey, width)
}

const SENTENCES: Record<PhotoTrouble, string> = {
  blurred: t('common.photoQuality.blurred'),
  dark: t('common.photoQuality.dark'),
  glaring: t('common.photoQuality.glaring'),
}

/** What to say of a photo that was just taken, or null. It may be kept all the same. */
export async function adviceOn(photo: Blob): Promise<string | null> {
  const trouble = await troubleOf(photo)
  return trouble && SENTENCES[trouble]
}
