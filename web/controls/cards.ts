import type { Directive } from 'vue'

/** Gives each cell the name of its column, so that a narrow screen can show a row as a card without a head above it. */
function name(table: HTMLTableElement): void {
  const columns = [...(table.tHead?.rows[0]?.cells ?? [])].map((cell) =>
    (cell.textContent ?? '').replace(/[↑↓]/, '').replace(/\s+/g, ' ').trim(),
  )
  for (const body of table.tBodies)
    for (const row of body.rows)
      for (const [at, cell] of [...row.cells].entries())
        if (columns[at] && cell.dataset['column'] !== columns[at]) cell.dataset['column'] = columns[at]
}

/** On a table whose rows become cards where the screen is too narrow for its columns (`tokens.css`). */
export const vCards: Directive<HTMLTableElement> = {
  mounted(table) {
    table.classList.add('cards')
    name(table)
  },
  updated: name,
}
