const FIRST_MS = 5_000
const LONGEST_MS = 300_000

/**
 * Pauses between tries that grow with each failure, and never in step with other phones that lost
 * the same server.
 */
export function usePauses() {
  let failures = 0
  return {
    next: () => Math.min(LONGEST_MS, FIRST_MS * 2 ** failures++) * (0.5 + Math.random()),
    reset: () => void (failures = 0),
  }
}
