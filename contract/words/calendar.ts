/** What a calendar file says. */
export const calendar = {
  entryCloses: 'Entry closes: {name}',
  ready: 'Ready at the shop: {name}',
  squad: '{name}, {squad}',
}
