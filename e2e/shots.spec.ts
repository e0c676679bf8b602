import { join } from 'node:path'
import { projectRoot } from '../ops/root.ts'
import { choose, openCustomer, openSurface, openWhatIf, signIn, test, toLane } from './site.ts'

/** Makes the pictures of the README from the demo data: `npm run shots`. */
const folder = join(projectRoot, 'docs', 'screenshots')

test('@shots every main view', async ({ page, browser, site }) => {
  test.setTimeout(300_000)
  page.setDefaultTimeout(30_000)
  const shot = async (name: string, of = page) => {
    await of.waitForTimeout(600)
    await of.screenshot({ path: join(folder, `${name}.png`) })
  }
  await signIn(page, site, 'owner')

  await page.goto('/bench')
  await page.getByRole('button', { name: 'Start: Nettlewharf' }).click()
  await page.getByRole('button', { name: 'fine' }).click()
  await page.getByRole('button', { name: 'Done, next step' }).click()
  await page.getByText('eye protection').waitFor()
  const tablet = await browser.newContext({
    baseURL: site.url,
    viewport: { width: 800, height: 1180 },
    storageState: await page.context().storageState(),
  })
  const spinner = await tablet.newPage()
  await spinner.goto(page.url())
  await spinner.getByText('eye protection').waitFor()
  await spinner.getByRole('button', { name: 'Begin the first side' }).click()
  await shot('job-tablet', spinner)
  await tablet.close()
  await page.goto('/bench')
  await page.getByText('Promised').waitFor()
  await shot('bench')

  await page.goto('/rack')
  await page.getByRole('button', { name: 'Open Sprathollow' }).waitFor()
  await shot('rack-all')
  await openCustomer(page, 'Fenn Marlowick')
  await shot('rack-left-hander')
  await page.getByRole('button', { name: 'Open Gribblestone' }).click()
  await page.getByRole('list', { name: 'History' }).waitFor()
  await shot('ball')

  await openSurface(page, 'Skerrymoor')
  await page.getByRole('img', { name: /readings are shown/ }).waitFor()
  await page.waitForTimeout(1000)
  await shot('surface')
  await page.goto('/upkeep')
  await page.getByText('Bexa Thrumley').waitFor()
  await shot('upkeep')
  await page.goto('/plan')
  await page.getByText('Drag a block').waitFor()
  // A day with something on it, whatever the day of the week.
  await page
    .getByRole('button', { name: /([2-9]|\d\d) balls/ })
    .first()
    .click()
  await shot('plan')

  await page.goto('/lanes')
  await page.getByRole('link', { name: 'Quayside House 39' }).click()
  await page.getByRole('heading', { name: 'Quayside House 39', level: 2 }).waitFor()
  await shot('lanes')

  await openWhatIf(page)
  await page.getByRole('button', { name: 'Keep to compare' }).click()
  await page
    .locator('.v-input')
    .filter({ has: page.getByRole('combobox', { name: 'Surface' }) })
    .click()
  await page.getByRole('option', { name: 'to 500', exact: true }).click()
  await page.waitForTimeout(1500)
  await shot('what-if')

  await page.goto('/lanes/map')
  await choose(page, 'Bowler', 'Tamsa Orrowick')
  await choose(page, 'Patterns', 'Jetty 34')
  // The list of a choice of several stays open.
  await page.getByRole('option', { name: 'Quayside House 39' }).click()
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Compute' }).click()
  await page.getByRole('button', { name: 'Compute' }).waitFor({ timeout: 90_000 })
  await shot('reaction-map')

  await page.goto('/rack')
  await page.getByRole('button', { name: 'Open Gribblestone' }).click()
  await page.getByRole('region', { name: 'Gribblestone' }).getByRole('link', { name: 'Layout' }).click()
  await page.getByRole('button', { name: 'On their best lines' }).click()
  await page.getByRole('button', { name: 'On their best lines' }).waitFor({ timeout: 60_000 })
  await shot('layout-bench')

  await page.goto('/trials')
  await page.getByRole('link', { name: /Wrackline dead/ }).click()
  await page.getByRole('heading', { name: 'Next shot' }).waitFor()
  await shot('trial')
  await page.getByRole('button', { name: 'What is wrong?' }).click()
  await page.getByText('What is wrong with Wrackline?').click()
  await page.getByText('What it may be').waitFor()
  await shot('diagnosis')

  await page.goto('/rack')
  await openCustomer(page, 'Odda Brimstow')
  await page.getByRole('link', { name: 'Coverage', exact: true }).last().click()
  await page.getByText('Gaps, cheapest fixes first').waitFor()
  await page
    .getByText(/motion core is looking|being computed/)
    .first()
    .waitFor({ state: 'detached', timeout: 90_000 })
  await shot('coverage')

  await page.goto('/events')
  await page.getByRole('link', { name: 'Low Tide Doubles' }).click()
  await page.getByRole('link', { name: 'Bag of Fenn Marlowick' }).click()
  await page.getByRole('button', { name: 'Keep this bag' }).waitFor({ timeout: 120_000 })
  await shot('bag')
  await page.goto('/shop')
  await page.getByText('Starting values of the wear').waitFor()
  await shot('shop')
  await page.goto('/journal')
  await page.getByText('started work').first().waitFor()
  await shot('journal')
  await page.goto('/shop')

  await page.getByLabel('dark, for the lane area').check()
  const phone = await browser.newContext({
    baseURL: site.url,
    viewport: { width: 390, height: 844 },
    storageState: await page.context().storageState(),
  })
  const lane = await phone.newPage()
  await lane.goto('/trials')
  await lane.getByRole('link', { name: /500 help/ }).click()
  await toLane(lane)
  await lane.getByRole('button', { name: 'Record shot' }).waitFor()
  await shot('trial-phone-dark', lane)
  await phone.close()
})
