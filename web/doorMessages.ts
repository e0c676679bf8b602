import { words } from '@sleetfall/contract'
import controls from './controls/messages.ts'
import people from './people/messages.ts'
import shell from './shell/messages.ts'
import shop from './shop/messages.ts'

/** The texts of the door, which a first visit shows: who works here, signing in, the first owner, and what is said everywhere. */
export const doorCatalogue = { ...words, controls, people, shell, shop }
