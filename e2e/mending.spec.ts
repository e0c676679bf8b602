import { addDays, format } from 'date-fns'
import { type Page } from '@playwright/test'
import { demoSignIns } from '../ops/administer.ts'
import { choose, expect, openCustomer, signIn, test } from './site.ts'

const form = (page: Page) => page.getByRole('dialog')

async function newCustomer(page: Page, name: string): Promise<void> {
  await page.goto('/rack?new=customer')
  await form(page).getByLabel('Name', { exact: true }).fill(name)
  // What was saved before is not offered again.
  await expect(form(page).getByText('not saved then')).toHaveCount(0)
  await form(page).getByRole('button', { name: 'Save' }).click()
  await expect(page.getByRole('heading', { name, level: 1 })).toBeVisible()
}
async function newBall(page: Page, name: string): Promise<void> {
  await page.getByRole('button', { name: 'New ball' }).first().click()
  await form(page).getByLabel('Ball name').fill(name)
  await form(page).getByRole('button', { name: 'Save' }).click()
  await expect(page.getByRole('region', { name, exact: true })).toBeVisible()
}

test('a customer put in twice is merged, what hangs on a ball is named, and a mistake is deleted', async ({
  signedIn: page,
}) => {
  await newCustomer(page, 'Perrin Lowmoor')
  await newBall(page, 'Gannetry')
  await page.getByRole('region', { name: 'Gannetry' }).getByRole('button', { name: '+3 games' }).click()
  await expect(page.getByText('3 games logged for Gannetry')).toBeVisible()
  await newCustomer(page, 'Perin Lowmoor')
  await newBall(page, 'Sandpiper')

  await page.getByRole('button', { name: 'Retire, merge or delete Perin Lowmoor' }).click()
  await expect(form(page).getByText('It cannot be deleted; it still has: 1 ball')).toBeVisible()
  await choose(page, 'The one that stays', 'Perrin Lowmoor')
  await form(page).getByRole('button', { name: 'Merge' }).click()
  await expect(form(page).getByText('Merge Perin Lowmoor into Perrin Lowmoor? This is not undone.')).toBeVisible()
  await form(page).getByRole('alertdialog').getByRole('button', { name: 'Merge' }).click()
  await expect(page.getByRole('heading', { name: /Perrin Lowmoor/, level: 1 })).toBeVisible()
  await expect(page.getByRole('button', { name: 'Open Sandpiper' })).toBeVisible()
  await expect(page.getByRole('link', { name: /Perin Lowmoor/ })).toHaveCount(0)

  // A ball with games takes its history along, and says so first.
  await page.getByRole('button', { name: 'Open Gannetry' }).click()
  await page.getByRole('button', { name: 'Retire, merge or delete Gannetry' }).click()
  await expect(form(page).getByText(/With it would go: 1 /)).toBeVisible()
  await form(page).getByRole('button', { name: 'Retire', exact: true }).click()
  await expect(page.getByRole('button', { name: 'Open Gannetry' })).toHaveCount(0)
  await page.getByLabel('with retired ones').check()
  await page.getByRole('button', { name: 'Open Gannetry' }).click()
  await page.getByRole('button', { name: 'Retire, merge or delete Gannetry' }).click()
  await form(page).getByRole('button', { name: 'Delete', exact: true }).click()
  await form(page).getByRole('alertdialog').getByRole('button', { name: 'Delete', exact: true }).click()
  await expect(page.getByText('Gannetry is deleted')).toBeVisible()
})

test('a shot is mended and keeps what stood before; a likely slip is asked about; undo takes the shot itself', async ({
  signedIn: page,
}) => {
  await page.goto('/trials')
  await page.getByRole('link', { name: /Wrackline dead/ }).click()
  const rows = page.getByRole('region', { name: 'Shots' }).getByRole('row')
  await expect(rows.first()).toBeVisible()
  const before = await rows.count()
  const entry = page.getByLabel('Entry board')
  await entry.fill('1.54')
  await page.getByRole('button', { name: 'Record shot' }).click()
  await page.getByRole('alertdialog').getByRole('button', { name: 'It was 15.4' }).click()
  await expect(rows).toHaveCount(before + 1)
  await expect(rows.nth(1)).toContainText('15.4')
  await expect(entry).toBeFocused()

  await rows
    .nth(1)
    .getByRole('button', { name: /^Correct shot/ })
    .click()
  await form(page).getByLabel('Entry board').fill('44.3')
  await form(page).getByRole('button', { name: 'Save' }).click()
  await expect(form(page).getByText('Entry board: -2 to 41 board')).toBeVisible()
  await form(page).getByLabel('Entry board').fill('14.3')
  await form(page).getByRole('button', { name: 'early' }).click()
  const wiped = form(page).getByLabel('Wiped, dust off, hand dry')
  await expect(wiped).not.toBeChecked()
  await wiped.check()
  await form(page).getByRole('button', { name: 'Save' }).click()
  await expect(rows.nth(1)).toContainText('14.3')
  await expect(rows.nth(1)).toContainText('was 15.4')
  // What was forgotten to be ticked is ticked then.
  await rows
    .nth(1)
    .getByRole('button', { name: /^Correct shot/ })
    .click()
  await expect(wiped).toBeChecked()
  await page.keyboard.press('Escape')

  // A shot with pins left is mended the same way: here the last of the night before, to a strike.
  const withLeave = rows.filter({ has: page.getByText('late') }).first()
  await withLeave.getByRole('button', { name: /^Correct shot/ }).click()
  await form(page).getByRole('button', { name: 'Strike' }).click()
  await form(page).getByRole('button', { name: 'Save' }).click()
  await expect(form(page)).toHaveCount(0)

  await entry.fill('17')
  await entry.press('Enter')
  await expect(rows).toHaveCount(before + 2)
  await page.getByRole('heading', { level: 1 }).click()
  await page.keyboard.press('u')
  await expect(rows).toHaveCount(before + 1)
  await expect(page.getByText('The shop', { exact: true })).toHaveCount(0)
  // The notice brings it back.
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect(rows).toHaveCount(before + 2)

  await page.getByRole('button', { name: 'Edit trial' }).click()
  await form(page).getByLabel('Question').fill('Is the Wrackline dead at all?')
  await form(page).getByRole('button', { name: 'Save' }).click()
  await expect(page.getByRole('heading', { name: 'Is the Wrackline dead at all?' })).toBeVisible()
})

test('a waiting job is moved to another day and taken off without a trace of work', async ({ signedIn: page }) => {
  await newCustomer(page, 'Hesper Quoin')
  await newBall(page, 'Turnstane')
  const panel = page.getByRole('region', { name: 'Turnstane' })
  await panel.getByRole('button', { name: 'Put work on the bench' }).click()
  await choose(page, 'Work', 'look it over')
  await form(page).getByRole('button', { name: 'Put on the bench' }).click()
  await expect(form(page)).toHaveCount(0)
  await page.goto('/bench')
  await page.getByRole('link', { name: 'Turnstane' }).first().click()
  const later = format(addDays(new Date(), 5), 'yyyy-MM-dd')
  await page.getByRole('button', { name: 'Change', exact: true }).click()
  await form(page).getByLabel('Due').fill(later)
  await form(page).getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('Not started yet.')).toContainText(format(addDays(new Date(), 5), 'd MMM'))
  await page.getByRole('button', { name: 'Take off the list' }).click()
  await form(page).getByRole('button', { name: 'Take off the list' }).click()
  await page.goto('/rack')
  await openCustomer(page, 'Hesper Quoin')
  await page.getByRole('button', { name: 'Open Turnstane' }).click()
  await expect(panel.getByRole('list', { name: 'History' })).not.toContainText('on the bench')
})

test('games of a whole league night are logged at once and taken back as one', async ({ signedIn: page }) => {
  await page.goto('/upkeep?new=night')
  await choose(page, 'Event or league', /Harbour League/)
  const night = form(page)
  await expect(night.getByRole('region').first()).toBeVisible()
  const save = night.getByRole('button', { name: /^Log / })
  const players = await night.getByRole('region').count()
  expect(players).toBeGreaterThan(1)
  for (let n = 0; n < players; n += 1) await night.getByRole('region').nth(n).getByRole('button').first().click()
  await expect(save).toHaveText(new RegExp(`Log ${players * 3} games`))
  await night
    .getByRole('textbox', { name: /^Games on / })
    .first()
    .fill('2')
  await expect(save).toHaveText(new RegExp(`Log ${players * 3 - 1} games`))
  await save.click()
  await expect(page.getByText(`${players * 3 - 1} games on ${players} balls logged`)).toBeVisible()
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await page.goto('/rack')
  await page.getByRole('button', { name: 'Open Pebblemourn' }).click()
  const history = page.getByRole('region', { name: 'Pebblemourn' }).getByRole('list', { name: 'History' })
  await expect(history.getByRole('listitem').first()).toContainText('taken back')
  // A night of play says nothing of cleaning.
  await expect(history.getByRole('listitem').first()).not.toContainText('cleaned')
})

test('a member changes the own password, and other sessions end with the old one', async ({ page, browser, site }) => {
  const old = demoSignIns().find((one) => one.login === 'counter')!.password
  const elsewhere = await (await browser.newContext({ baseURL: site.url })).newPage()
  for (const one of [page, elsewhere]) await signIn(one, site, 'counter')
  await page.goto('/shop')
  await page.getByRole('button', { name: 'Change my password' }).click()
  const present = form(page).getByLabel('Present password')
  await present.fill('not this one at all')
  await form(page).getByLabel('New password').fill('short')
  await form(page).getByRole('button', { name: 'Save' }).click()
  await expect(form(page).getByText(/Password: at least 12/)).toBeVisible()
  await form(page).getByLabel('New password').fill('seven-otters-plough')
  await form(page).getByRole('button', { name: 'Save' }).click()
  await expect(form(page).getByText(/Present password: /)).toBeVisible()
  await present.fill(old)
  await form(page).getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('Password changed')).toBeVisible()
  await elsewhere.goto('/rack')
  await expect(elsewhere.getByLabel('Password')).toBeVisible()
  await elsewhere.context().close()
  // Others sign in after this.
  await page.getByRole('button', { name: 'Change my password' }).click()
  await form(page).getByLabel('Present password').fill('seven-otters-plough')
  await form(page).getByLabel('New password').fill(old)
  await form(page).getByRole('button', { name: 'Save' }).click()
  await expect(form(page)).toHaveCount(0)
})
