/** What a calendar file says. */
export const calendar = {
  benchOf: 'Bench: {name}',
  benchWork: '{ball}: {work}',
  benchFor: 'For {name}, promised for {day}',
  entryCloses: 'Entry closes: {name}',
  ready: 'Ready at the shop: {name}',
  squad: '{name}, {squad}',
}
