import Bowser from 'bowser'

/** What a browser says of itself, as its name and its system; null when it says neither. */
export function agentOf(agent: string): { readonly browser: string; readonly system: string } | null {
  if (agent === '') return null
  const { browser, os } = Bowser.parse(agent)
  return browser.name && os.name ? { browser: browser.name, system: os.name } : null
}
