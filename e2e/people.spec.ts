import { type Page } from '@playwright/test'
import { Secret, TOTP } from 'otpauth'
import { demoSignIns } from '../ops/administer.ts'
import AxeBuilder from '@axe-core/playwright'
import { behind, choose, expect, signIn, test } from './site.ts'

test.use({ world: 'people' })

const passwordOf = (login: string) => demoSignIns().find((one) => one.login === login)!.password
const next = 'wharf gravel nine tulip'
async function typeSignIn(page: Page, login: string, password: string) {
  await page.getByLabel('Sign-in name').fill(login)
  await page.getByLabel('Password', { exact: true }).fill(password)
  await page.getByRole('button', { name: 'Sign in', exact: true }).click()
}
const mine = (page: Page) => page.getByRole('region', { name: 'How I sign in' })

test('a new member: the owner hands over a code, they set the password themselves, and are signed out everywhere when they leave', async ({
  page,
  site,
  browser,
}) => {
  await signIn(page, site, 'owner')
  await page.goto('/shop')
  const staff = page.getByRole('region', { name: 'Staff' })
  await staff.getByRole('button', { name: 'New member' }).click()
  const form = page.getByRole('dialog')
  await form.getByLabel('Name', { exact: true }).fill('Sella Brackwater')
  await form.getByLabel('Sign-in name').fill('sella')
  await form.getByRole('button', { name: 'Save' }).click()
  const handed = page.getByRole('dialog', { name: 'One-time code for Sella Brackwater' })
  const code = (await handed.getByText(/^\w{4}-\w{4}-\w{4}$/).textContent())!
  await handed.getByRole('button', { name: 'Close' }).click()
  await expect(staff.getByRole('row').filter({ hasText: 'Sella Brackwater' })).toContainText('no password yet')

  const theirs = await (await browser.newContext({ baseURL: site.url })).newPage()
  await theirs.goto('/')
  await theirs.getByRole('button', { name: 'I have a one-time code' }).click()
  await theirs.getByLabel('Sign-in name').fill('sella')
  await theirs.getByLabel('One-time code').fill('AAAA-AAAA-AAAA')
  await theirs.getByLabel('New password').fill('short')
  await theirs.getByRole('button', { name: 'Set the password' }).click()
  await expect(theirs.getByText('at least 12 characters').first()).toBeVisible()
  await theirs.getByLabel('New password').fill(next)
  await theirs.getByRole('button', { name: 'Set the password' }).click()
  await expect(theirs.getByText(/Ask the owner for another/)).toBeVisible()
  await theirs.getByLabel('One-time code').fill(code.toLowerCase())
  await theirs.getByRole('button', { name: 'Set the password' }).click()
  await expect(theirs.getByText('The password is set')).toBeVisible()
  await typeSignIn(theirs, 'sella', next)
  await expect(theirs.getByText('Sella Brackwater, counter')).toBeVisible()

  await staff.getByRole('button', { name: 'Sign out everywhere: Sella Brackwater' }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Sign out everywhere' }).click()
  await expect(page.getByText('Sella Brackwater is signed out everywhere')).toBeVisible()
  await theirs.goto('/bench')
  await expect(theirs.getByRole('button', { name: 'Sign in', exact: true })).toBeVisible()
  await theirs.context().close()
})

test('the journal: who changed what, what stood there before, one record alone, and as a table', async ({
  page,
  site,
}) => {
  await signIn(page, site, 'owner')
  await page.goto('/shop')
  await page.getByLabel('Shop name').fill('The Drying Loft by the quay')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText(/Settings saved/)).toBeVisible()
  await page.getByRole('link', { name: 'Open the journal' }).click()
  const first = page.getByRole('row').nth(1)
  await expect(first).toContainText('Halla Netwright')
  await expect(first).toContainText('changed the shop’s settings')
  await expect(first).toContainText('name: The Drying Loft, Kelpwick → The Drying Loft by the quay')
  await choose(page, 'About', 'signing in')
  await expect(first).toContainText('signed in')
  await expect(page.getByText('changed the shop’s settings')).toHaveCount(0)
  await page.getByRole('button', { name: 'Only of Halla Netwright' }).first().click()
  await expect(page.getByText('Only one record is shown.')).toBeVisible()
  const saved = page.waitForEvent('download')
  await page.getByRole('link', { name: 'As a table (CSV)' }).click()
  expect((await saved).suggestedFilename()).toBe('journal.csv')
  await page.getByRole('button', { name: 'Show all' }).click()
  await page.getByLabel('Until').fill('2020-01-01')
  await expect(page.getByText('Nothing of that is in the journal.')).toBeVisible()
  await expect.poll(async () => (await new AxeBuilder({ page }).analyze()).violations.map(({ id }) => id)).toEqual([])
})

test('a second factor: turned on with its picture, asked for at the door, a recovery code when the telephone is lost', async ({
  page,
  site,
}) => {
  await signIn(page, site, 'owner')
  await page.goto('/shop')
  await mine(page).getByRole('button', { name: 'Turn on a second factor' }).click()
  const form = page.getByRole('dialog')
  await expect(form.getByRole('img', { name: /Picture of the secret/ })).toBeVisible()
  const secret = (await form.getByText(/^[A-Z2-7]{32}$/).textContent())!
  const codeIn = (seconds: number) =>
    new TOTP({ secret: Secret.fromBase32(secret) }).generate({ timestamp: Date.now() + seconds * 1000 })
  await form.getByLabel('Six figures').fill('000')
  await form.getByLabel('Present password').fill(passwordOf('owner'))
  await form.getByRole('button', { name: 'Turn on a second factor' }).click()
  await expect(form.getByText(/code of the second factor is not right/).first()).toBeVisible()
  await form.getByLabel('Six figures').fill(codeIn(0))
  await form.getByRole('button', { name: 'Turn on a second factor' }).click()
  const recovery = form.getByRole('listitem')
  await expect(recovery).toHaveCount(10)
  const spare = (await recovery.first().textContent())!
  await form.getByRole('button', { name: 'I have them' }).click()
  await expect(mine(page).getByText('A second factor is asked for')).toBeVisible()

  await mine(page).getByRole('button', { name: 'Sign out' }).click()
  await typeSignIn(page, 'owner', passwordOf('owner'))
  await page.getByLabel('Code of the second factor').fill(spare)
  await page.getByRole('button', { name: 'Sign in', exact: true }).click()
  await expect(page.getByText('Halla Netwright, owner')).toBeVisible()
  await page.goto('/shop')
  await mine(page).getByRole('button', { name: 'Turn off the second factor' }).click()
  await form.getByLabel('Present password').fill(passwordOf('owner'))
  await form.getByRole('button', { name: 'Turn off the second factor' }).click()
  await expect(page.getByText('The second factor is off')).toBeVisible()
})

test('a shared tablet: a PIN switches who is working, nothing typed is lost, and the owner’s settings stay shut', async ({
  page,
  site,
}) => {
  await page.setViewportSize({ width: 820, height: 1180 })
  const setPin = async (pin: string, login: string) => {
    await mine(page)
      .getByRole('button', { name: /^(Set a|Change the) PIN$/ })
      .click()
    const form = page.getByRole('dialog')
    await form.getByLabel('Present password').fill(passwordOf(login))
    await form.getByLabel('PIN', { exact: true }).fill(pin)
    await form.getByRole('button', { name: 'Save' }).click()
  }
  await signIn(page, site, 'owner')
  await page.goto('/shop')
  await setPin('1234', 'owner')
  await expect(
    page
      .getByRole('dialog')
      .getByText(/too easy to guess/)
      .first(),
  ).toBeVisible()
  await page.getByRole('dialog').getByLabel('PIN', { exact: true }).fill('4715')
  await page.getByRole('dialog').getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('The PIN is set')).toBeVisible()
  await signIn(page, site, 'tech')
  await page.goto('/shop')
  await setPin('8025', 'tech')
  await expect(mine(page).getByText('You have a PIN')).toBeVisible()
  await mine(page).getByLabel('This device is a shared tablet').click()
  await expect(page.getByText('This device is a shared tablet now')).toBeVisible()

  await page.goto('/rack')
  await page.getByRole('button', { name: 'New customer' }).first().click()
  await page.getByRole('dialog').getByLabel('Name', { exact: true }).fill('Half a na')
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Keep' }).click()
  // Nobody touches it for five minutes; here the server is told at once.
  await page.evaluate(async () => fetch('/api/session/lock', { method: 'POST' }))
  await page.getByRole('dialog').getByRole('button', { name: 'Save' }).click()
  const gate = page.getByRole('dialog', { name: 'Please sign in again' })
  await gate.getByRole('button', { name: 'Halla Netwright' }).click()
  await gate.getByLabel('PIN of Halla Netwright').fill('0000')
  await gate.getByRole('button', { name: 'Go on' }).click()
  await expect(gate.getByText('The PIN is not right.')).toBeVisible()
  await gate.getByLabel('PIN of Halla Netwright').fill('4715')
  await gate.getByRole('button', { name: 'Go on' }).click()
  await expect(page.getByText('Halla Netwright, technician')).toBeVisible()
  // What had been begun went on by itself.
  await expect.poll(() => behind(site, `select 1 from customer where name = 'Half a na'`, [])).toHaveLength(1)
  await page.goto('/shop')
  await expect(page.getByText(/Signed in with a PIN/)).toBeVisible()
  await expect(page.getByRole('region', { name: 'Staff' })).toHaveCount(0)

  await page.getByRole('button', { name: 'Somebody else works here now' }).click()
  await gate.getByRole('button', { name: 'Sign in with a password' }).click()
  await typeSignIn(page, 'owner', passwordOf('owner'))
  await expect(page.getByText('Halla Netwright, owner')).toBeVisible()
})

test('a shop that nobody owns: whoever has the code of the start command takes it over', async ({ page, site }) => {
  // The shop of this file as it is before anybody is in it.
  await behind(site, `update staff set active = false`, [])
  await page.goto('/')
  await expect(page.getByRole('heading', { name: 'This shop has no owner yet' })).toBeVisible()
  const { codeForOwner } = await import('../ops/database.ts')
  const code = (await codeForOwner(site.databaseUrl))!
  await page.getByLabel('One-time code').fill(code)
  await page.getByLabel('Your name').fill('Maro Tidegate')
  await page.getByLabel('Sign-in name').fill('maro')
  await page.getByLabel('Password').fill('password1234')
  await page.getByRole('button', { name: 'Take over the shop' }).click()
  await expect(page.getByText(/too easy to guess/).first()).toBeVisible()
  await page.getByLabel('Password').fill(next)
  await page.getByRole('button', { name: 'Take over the shop' }).click()
  await expect(page.getByText('Maro Tidegate, owner')).toBeVisible()
  expect(await codeForOwner(site.databaseUrl)).toBeNull()

  // The first hour: five steps, each of which can be left out and come back to.
  await expect(page.getByRole('heading', { name: 'First steps' })).toBeVisible()
  await page.getByLabel('Shop name').fill('The Tidegate')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('The shop is called The Tidegate')).toBeVisible()
  // The form stays: a second name is saved over the first.
  await page.getByLabel('Shop name').fill('The Tidegate Loft')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('The shop is called The Tidegate Loft')).toBeVisible()
  await expect(page.getByRole('button', { name: 'The shop, done' })).toBeVisible()
  await page.getByRole('button', { name: 'Next' }).click()
  await expect(page.getByRole('listitem').filter({ hasText: 'Spinner two' })).toBeVisible()
  await page.getByRole('button', { name: 'Next' }).click()
  const offered = page.getByRole('checkbox')
  await offered.first().check()
  const before = await offered.count()
  await page.getByRole('button', { name: /^Put \d on the shelf/ }).click()
  await expect.poll(() => offered.count()).toBeLessThan(before)
  await page.reload()
  await expect(page.getByRole('heading', { name: 'Step 3 of 5: Pads' })).toBeVisible()
  await page.getByRole('button', { name: 'A customer to try on' }).click()
  await page.getByRole('button', { name: 'Make the sample' }).click()
  await page.getByRole('link', { name: 'Go to the rack' }).click()
  await expect(page.getByRole('heading', { name: /Sample Bowler/, level: 1 })).toBeVisible()
  await expect(page.getByRole('button', { name: 'Open Sample solid' })).toBeVisible()
  const { violations } = await new AxeBuilder({ page }).analyze()
  expect(violations.map(({ id }) => id)).toEqual([])
  await behind(site, `update staff set active = true`, [])
})
