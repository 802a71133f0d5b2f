/**
 * The person sees the touch first, and a moment later what follows from it. A page that is hidden
 * paints nothing, so nothing is waited for.
 */
export function afterPaint(act: () => void) {
  if (document.visibilityState === 'hidden') act()
  else requestAnimationFrame(() => setTimeout(act))
}
