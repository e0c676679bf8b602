/** Terms of the trade that the help panel explains, in the words of the catalogue's `glossary`. */
export const terms = [
  ...['grit', 'laneShine', 'target', 'window', 'oilInCover', 'wear', 'provenance'],
  ...['layout', 'pin', 'pap', 'val', 'drillingAngle', 'span', 'pitch', 'rg', 'differential', 'flare'],
  ...['pattern', 'ratio', 'laydown', 'arrows', 'firstRead', 'breakpoint', 'entry', 'pocket', 'room', 'phase'],
  ...['trial', 'control', 'arm', 'blind', 'setAside', 'verdict', 'fitted'],
  ...['covered', 'yardstick', 'spec', 'role', 'ballDown'],
  ...['promise', 'soak', 'lock', 'step', 'extraction', 'school'],
] as const
export type Term = (typeof terms)[number]

/** Which terms a page speaks in, by the name of its route; a page that is not here has its area's. */
export const termsOf: Readonly<Record<string, readonly Term[]>> = {
  rack: ['grit', 'target', 'window', 'oilInCover', 'provenance', 'lock'],
  balls: ['grit', 'target', 'window', 'oilInCover', 'provenance'],
  surface: ['grit', 'laneShine', 'target', 'window', 'wear', 'oilInCover', 'fitted'],
  intake: ['layout', 'pin', 'pap', 'rg', 'differential', 'grit'],
  layouts: ['layout', 'pin', 'pap', 'val', 'drillingAngle', 'span', 'pitch', 'flare'],
  bench: ['promise', 'step', 'extraction', 'soak', 'lock'],
  job: ['step', 'grit', 'extraction', 'soak', 'lock'],
  plan: ['promise', 'step', 'soak', 'lock'],
  supplies: ['grit', 'step'],
  upkeep: ['extraction', 'school', 'wear', 'promise'],
  'upkeep-ahead': ['school', 'extraction', 'wear'],
  lanes: ['pattern', 'ratio', 'phase'],
  'what-if': ['laydown', 'arrows', 'firstRead', 'breakpoint', 'entry', 'pocket', 'room', 'phase'],
  map: ['firstRead', 'entry', 'pocket', 'phase', 'fitted'],
  trials: ['trial', 'control', 'arm', 'blind', 'verdict'],
  trial: ['trial', 'control', 'arm', 'setAside', 'firstRead', 'entry', 'verdict'],
  lane: ['arm', 'firstRead', 'entry', 'setAside'],
  diagnoses: ['trial', 'verdict'],
  diagnosis: ['firstRead', 'oilInCover', 'trial'],
  fits: ['fitted', 'room'],
  coverage: ['covered', 'yardstick', 'phase', 'spec', 'fitted'],
  events: ['phase', 'role'],
  event: ['phase', 'role', 'covered'],
  bag: ['role', 'ballDown', 'phase', 'covered'],
  first: ['grit', 'pattern', 'ratio', 'promise'],
  shop: ['school', 'promise'],
}
/** Keys that work everywhere, and those that work on some pages only. */
export const keysOf: Readonly<Record<string, readonly (readonly [keys: string, name: string])[]>> = {
  everywhere: [
    ['/  ·  Ctrl K', 'search'],
    ['?', 'sheet'],
    ['g then 1 – 7', 'area'],
    ['↑ ↓', 'list'],
    ['Enter', 'open'],
    ['Ctrl Enter', 'save'],
    ['Esc', 'close'],
    ['↑ ↓ in a figure', 'step'],
    ['u', 'undo'],
  ],
  trial: [
    ['e  r  l', 'trial'],
    ['x', 'strike'],
    ['1 – 9  0', 'pins'],
    ['s', 'side'],
    ['← →', 'aim'],
    ['Enter', 'enter'],
  ],
}
