import type { Directive } from 'vue'

/** A list whose rows become cards on a phone: each cell is told what its column is called. */
function label(table: HTMLElement) {
  const names = [...table.querySelectorAll('thead th')].map(
    (heading) => heading.textContent?.trim() ?? '',
  )
  table.querySelectorAll('tbody tr').forEach((row) => {
    ;[...row.children].forEach((cell, place) => cell.setAttribute('data-label', names[place] ?? ''))
  })
}
export const cards: Directive<HTMLElement> = { mounted: label, updated: label }
