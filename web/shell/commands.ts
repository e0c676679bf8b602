import type { Ability, Found } from '@sleetfall/contract'
import type { RouteLocationRaw } from 'vue-router'

/** Commands of the field at the top, by the name of their message. */
export const commandTargets = {
  intake: '/intake',
  logNight: { path: '/upkeep', query: { new: 'night' } },
  logGames: 'games',
  reading: 'scan',
  job: 'job',
  undo: 'undo',
  print: 'print',
  newCustomer: { path: '/rack', query: { new: 'customer' } },
  newBall: { path: '/rack', query: { new: 'ball' } },
  newPattern: { path: '/lanes', query: { new: 'pattern' } },
  newTrial: { path: '/trials', query: { new: 'trial' } },
  newEvent: { path: '/events', query: { new: 'event' } },
  goRack: '/rack',
  goBench: '/bench',
  goPlan: '/plan',
  goUpkeep: '/upkeep',
  goAhead: '/upkeep/ahead',
  goSupplies: '/supplies',
  goLanes: '/lanes',
  goWhatIf: '/lanes/what-if',
  goTrials: '/trials',
  goDiagnoses: '/diagnosis',
  goMap: '/lanes/map',
  goLayouts: '/layouts',
  goBalls: '/balls',
  goStock: '/stock',
  goCoverage: '/coverage',
  goEvents: '/events',
  goShop: '/shop',
  goJournal: '/journal',
  goFirst: '/first',
  language: 'language',
  theme: 'theme',
  units: 'units',
  shortcuts: 'shortcuts',
  signOut: 'signOut',
} as const satisfies Record<string, RouteLocationRaw>
export type CommandName = keyof typeof commandTargets
/** What a command's screen asks of the member; the others are everybody's. */
export const commandNeeds: Partial<Record<CommandName, Ability>> = {
  newPattern: 'patterns',
  newTrial: 'trials',
  goJournal: 'shop',
  goFirst: 'shop',
}

/** Screen that shows something the search found. */
export function placeOf(found: Found): RouteLocationRaw {
  switch (found.kind) {
    case 'customer':
      return `/rack/${found.id}`
    case 'ball':
      return { path: `/rack/${found.customerId}`, query: { ball: found.id } }
    case 'pattern':
      return `/lanes/${found.id}`
    case 'job':
      return `/bench/${found.id}`
    case 'event':
      return `/events/${found.id}`
    case 'trial':
      return `/trials/${found.id}`
  }
}
