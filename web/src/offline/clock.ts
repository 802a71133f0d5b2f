/**
 * Time that only runs forwards: the wall clock when the page opened, plus what the steady clock
 * counted since.
 * A phone that corrects its wall clock mid-fish does not bend a lift.
 */
const opened = Date.now() - performance.now()

export const nowMs = (): number => Math.round(opened + performance.now())
