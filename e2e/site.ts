import { type ChildProcess, spawn } from 'node:child_process'
import { randomBytes } from 'node:crypto'
import { mkdtempSync, rmSync } from 'node:fs'
import { createServer } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { type Page, test as base, expect } from '@playwright/test'
import pg from 'pg'
import { createDatabase, demoSignIns } from '../ops/administer.ts'
import { backupEnvironment } from '../ops/backupEnvironment.ts'
import { projectRoot } from '../ops/root.ts'

/** The built application with a database of its own, copied from the demo with its maps computed. */
export interface Site {
  readonly url: string
  /** Address of the database, for tests that look behind the screen. */
  readonly databaseUrl: string
  start(): Promise<void>
  /** Ends the server at once, as a crash would. */
  kill(): Promise<void>
  /** Ends the devices' stand-ins and clears what was kept. */
  end(): void
}

const clusterUrl = (database: string) => {
  const pattern = process.env['TEST_CLUSTER_URL']
  if (!pattern) throw new Error('TEST_CLUSTER_URL is not set; run npm test.')
  return pattern.replace(/NAME$/, database)
}

async function freePort(): Promise<number> {
  return new Promise((resolve) => {
    const probe = createServer()
    probe.listen(0, '127.0.0.1', () => {
      const { port } = probe.address() as { port: number }
      probe.close(() => resolve(port))
    })
  })
}

async function newShop(): Promise<string> {
  const name = `e2e_${randomBytes(6).toString('hex')}`
  await createDatabase(clusterUrl('postgres'), name, { from: 'template_browser' })
  return clusterUrl(name)
}

/** The application over a database. */
export async function openSite(databaseUrl: string): Promise<Site> {
  const name = new URL(databaseUrl).pathname.slice(1)
  const port = await freePort()
  const backups = mkdtempSync(join(tmpdir(), 'backups-'))
  let child: ChildProcess | null = null
  const standIns = spawn(process.execPath, [join(projectRoot, 'devices/dist/main.js')], {
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
    env: { ...process.env, DEVICES_TICK_MS: '250' },
  })
  const { port: devicesPort } = await new Promise<{ port: number }>((resolve) =>
    standIns.once('message', (message) => resolve(message as { port: number })),
  )
  const start = async () => {
    child = spawn(process.execPath, [join(projectRoot, 'server/dist/main.js')], {
      stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
      env: {
        ...process.env,
        ...backupEnvironment(name),
        BACKUP_FOLDER: backups,
        // Only when a journey asks.
        BACKUP_DAILY: 'off',
        // Most journeys ask the engine nothing.
        MOTION_WARM_UP: 'off',
        DATABASE_URL: databaseUrl,
        DEVICES_URL: `http://127.0.0.1:${devicesPort}`,
        PORT: String(port),
        LOG_LEVEL: 'error',
      },
    })
    await new Promise<void>((resolve) => child!.once('message', () => resolve()))
  }
  const kill = async () => {
    const ended = new Promise((resolve) => child?.once('exit', resolve))
    child?.kill('SIGKILL')
    await ended
  }
  const end = () => {
    standIns.kill('SIGKILL')
    rmSync(backups, { recursive: true, force: true })
  }
  await start()
  return { url: `http://127.0.0.1:${port}`, databaseUrl, start, kill, end }
}

export const test = base.extend<
  {
    signedIn: Page
    /** An error that a journey brings about on purpose. */
    brings: RegExp | null
    site: Site
    world: string
  },
  { worlds: Map<string, Site> }
>({
  brings: [null, { option: true }],
  /** Journeys of one worker share a shop. A file whose journeys need one that no other has changed names a world of its own. */
  world: ['shared', { option: true }],
  worlds: [
    // Playwright wants an object pattern as the first argument.
    async ({}, use) => {
      const worlds = new Map<string, Site>()
      await use(worlds)
      for (const site of worlds.values()) {
        await site.kill()
        site.end()
      }
    },
    { scope: 'worker' },
  ],
  site: async ({ world, worlds }, use) => {
    const site = worlds.get(world) ?? (await openSite(await newShop()))
    worlds.set(world, site)
    await use(site)
  },
  baseURL: async ({ site }, use) => use(site.url),
  /** A page that tells of an error behind the screen fails its journey; answers that refuse are told by the journeys themselves. */
  page: async ({ page, brings }, use) => {
    const wrong: string[] = []
    const hear = (text: string) => {
      if (!/^Failed to load resource|net::ERR_/.test(text) && !brings?.test(text)) wrong.push(text)
    }
    page.on('pageerror', ({ message }) => hear(message))
    page.on('console', (told) => told.type() === 'error' && hear(told.text()))
    await use(page)
    expect(wrong, 'errors in the browser’s console').toEqual([])
  },
  signedIn: async ({ page, site }, use) => {
    await signIn(page, site, 'tech')
    await use(page)
  },
})

/**
 * Signs in as one of the demo's people, by what the screen of signing in sends; that screen has journeys of its own. No screen is opened: a journey
 * begins where it goes first.
 */
export async function signIn(page: Page, site: Site, login: string): Promise<void> {
  const { password } = demoSignIns().find((one) => one.login === login)!
  // Of the page's own context, so that the cookie is there when it opens its first screen.
  const answer = await page.request.post(`${site.url}/api/session`, {
    data: { login, password },
    headers: { Origin: site.url },
  })
  expect(answer.ok()).toBe(true)
}

/** Asks the database behind the screen. */
export async function behind<T extends pg.QueryResultRow>(
  { databaseUrl }: Site,
  sql: string,
  values: readonly unknown[],
): Promise<T[]> {
  const client = new pg.Client({ connectionString: databaseUrl })
  await client.connect()
  try {
    return (await client.query<T>(sql, [...values])).rows
  } finally {
    await client.end()
  }
}

/** Opens a customer's rack from the list beside it. */
export async function openCustomer(page: Page, name: string): Promise<void> {
  if (page.url() === 'about:blank') await page.goto('/rack')
  await page
    .getByRole('navigation', { name: 'Customers' })
    .getByRole('link', { name: new RegExp(name) })
    .click()
  await page.getByRole('heading', { name: new RegExp(name), level: 1 }).waitFor()
}

/** Opens the surface page of a ball, the way from the rack. */
export async function openSurface(page: Page, ball: string): Promise<void> {
  await page.goto('/rack')
  // The whole shop's balls come in parts.
  await page.getByRole('textbox', { name: 'Filter balls' }).fill(ball)
  await page.getByRole('button', { name: `Open ${ball}`, exact: true }).click()
  await page.getByRole('link', { name: 'Surface', exact: true }).click()
  await page.getByRole('heading', { name: `Surface of ${ball}`, level: 1 }).waitFor()
}

/** Asks what if of a demo bowler's ball on a pattern, the way from the rack. */
export async function openWhatIf(page: Page): Promise<void> {
  await page.goto('/rack')
  await openCustomer(page, 'Odda Brimstow')
  await page.getByRole('button', { name: 'Open Wrackline' }).click()
  await page.getByRole('link', { name: 'What if …' }).click()
  await page.getByRole('heading', { name: 'What if', level: 1 }).waitFor()
  await page
    .locator('.v-input')
    .filter({ has: page.getByRole('combobox', { name: 'Pattern' }) })
    .click()
  await page.getByRole('option', { name: 'Quayside House 39' }).click()
  await expect(page.getByText('% of shots')).toBeVisible()
}

/** Ends the running step of a job, answering what it asks as if all had gone as planned. */
export async function finishStep(page: Page): Promise<void> {
  const done = page.getByRole('button', { name: /^Done, / })
  await done.waitFor()
  const allSides = page.getByRole('group', { name: 'Sides really done' }).getByRole('button', { name: /^all / })
  if (await allSides.isVisible()) await allSides.click()
  await done.click()
  const whole = page.getByRole('button', { name: /the whole / })
  if (await whole.isVisible()) {
    await whole.click()
    await done.click()
  }
}

/** Scrolls a list and waits until what is there now is drawn. */
const scrolled = (element: unknown, to: number) =>
  new Promise<void>((drawn) => {
    ;(element as { scrollTop: number }).scrollTop = to
    setTimeout(() => drawn(), 50)
  })

/** Chooses an option of a select by its label. */
export async function choose(page: Page, label: string | RegExp, option: string | RegExp): Promise<void> {
  const box = page.getByRole('combobox', { name: label })
  // The component lays its field over the input.
  const dialog = page.getByRole('dialog')
  const within = (await dialog.count()) > 0 ? dialog : page
  const input = within.locator('.v-input').filter({ has: box })
  const list = page.getByRole('option', { name: option }).first()
  await input.click()
  // Of a long list only what is near the chosen entry is drawn.
  const top = page.getByRole('listbox').last()
  await top.waitFor()
  for (let from = 0; from < 40 && !(await list.isVisible()); from += 1) await top.evaluate(scrolled, 200 * from)
  await list.click()
}

export { expect }

/** A shot by keys, as at a desk. */
export async function typed(page: Page, entry: number, read: string) {
  const field = page.getByRole('textbox', { name: 'Entry board' })
  await field.focus()
  await page.keyboard.type(`${entry}${read[0]}`)
  await page.keyboard.press('Enter')
  await expect(page.getByText('Last:')).toContainText(`${entry} · ${read}`)
  await expect(field).toHaveValue('')
}

/**
 * From a trial to its entry at the lane. Both have the same controls: the next thing is not done before the screen is another, or it would be done on the one
 * that is left.
 */
export async function toLane(page: Page): Promise<void> {
  await page.getByRole('link', { name: 'At the lane' }).click()
  await page.waitForURL(/\/lane$/)
}
