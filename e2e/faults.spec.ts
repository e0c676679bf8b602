import pg from 'pg'
import { type Page } from '@playwright/test'
import { expect, openCustomer, signIn, test } from './site.ts'

const editNote = async (page: Page, note: string) => {
  await page.getByRole('button', { name: 'Edit ball' }).click()
  await page.getByRole('dialog').getByLabel('Note').fill(note)
}
const openBall = async (page: Page, customer: string, ball: string) => {
  await openCustomer(page, customer)
  await page.getByRole('button', { name: `Open ${ball}` }).click()
}

test('two people edit one ball: the second sees both versions, chooses field by field, and wipes out nothing unseen', async ({
  signedIn: page,
  browser,
  site,
}) => {
  const context = await browser.newContext({ baseURL: site.url })
  const other = await context.newPage()
  await signIn(other, site, 'counter')
  for (const one of [page, other]) await openBall(one, 'Maud Ebberly', 'Tarnkettle')
  await editNote(page, 'ring on the track')
  await page.getByRole('dialog').getByLabel('Shelf place').fill('B 3')
  await editNote(other, 'asks for a drier finish')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('Tarnkettle is on the rack')).toBeVisible()
  await other.getByRole('button', { name: 'Save' }).click()
  const conflict = other.getByRole('alertdialog')
  await expect(conflict.getByRole('row', { name: /Note/ })).toContainText('asks for a drier finish')
  await expect(conflict.getByRole('row', { name: /Note/ })).toContainText('ring on the track')
  await expect(conflict.getByRole('radio', { name: 'Note: yours, asks for a drier finish' })).toBeChecked()
  // Nobody typed a place there: theirs stays, unless it is chosen otherwise.
  await expect(conflict.getByRole('radio', { name: 'Shelf place: theirs, B 3' })).toBeChecked()
  await conflict.getByRole('button', { name: 'Save as chosen' }).click()
  const panel = other.getByRole('region', { name: 'Tarnkettle' })
  await expect(panel).toContainText('asks for a drier finish')
  await expect(panel).toContainText('B 3')
  await context.close()
})

test('a server killed in mid-use: the page says so, retries, and what was typed is saved once', async ({
  signedIn: page,
  site,
}) => {
  await openBall(page, 'Wenna Larkspindle', 'Saltbramble')
  await editNote(page, 'typed while the server was away')
  await site.kill()
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('The server is not answering')).toBeVisible()
  await expect(page.getByRole('dialog').getByLabel('Note')).toHaveValue('typed while the server was away')
  await site.start()
  await expect(page.getByText('Saltbramble is on the rack')).toBeVisible({ timeout: 20_000 })
  await expect(page.getByText('The server is not answering')).toHaveCount(0)
  await expect(page.getByRole('region', { name: 'Saltbramble' })).toContainText('typed while the server was away')
})

test('database connections that break are opened again, and a session that ends asks once and goes on', async ({
  signedIn: page,
  site,
}) => {
  await openBall(page, 'Gard Plumwharf', 'Wickernel')
  const client = new pg.Client({ connectionString: site.databaseUrl })
  await client.connect()
  await client.query(
    'select pg_terminate_backend(pid) from pg_stat_activity where datname = current_database() and pid <> pg_backend_pid()',
  )
  await page.getByRole('button', { name: '+1 game' }).click()
  await expect(page.getByText('1 game logged for Wickernel')).toBeVisible({ timeout: 20_000 })

  await editNote(page, 'typed before the session ended')
  await client.query('delete from session')
  await client.end()
  // Whatever else on the page asks may be the first to notice, and have the question lie over the form already.
  await page.getByRole('button', { name: 'Save' }).dispatchEvent('click')
  const again = page.getByRole('dialog', { name: 'Please sign in again' })
  await again.getByLabel('Password').fill('wet-sand-anchor')
  await again.getByRole('button', { name: 'Sign in' }).click()
  await expect(page.getByText('Wickernel is on the rack')).toBeVisible()
  await expect(page.getByRole('region', { name: 'Wickernel' })).toContainText('typed before the session ended')
})

test('a tablet that goes out in the middle of a form has what was typed when it comes back; saved or thrown away it is gone', async ({
  signedIn: page,
}) => {
  await openBall(page, 'Maud Ebberly', 'Tarnkettle')
  await editNote(page, 'typed before the battery died')
  await page.waitForTimeout(700)
  const other = await page.context().newPage()
  // Gone without a word: no question is asked, nothing is cleared away.
  await page.close()
  await openBall(other, 'Maud Ebberly', 'Tarnkettle')
  const form = other.getByRole('dialog')
  await other.getByRole('button', { name: 'Edit ball' }).click()
  await expect(form.getByRole('status')).toContainText(/This was typed .* ago and not saved then/)
  await expect(form.getByLabel('Note')).toHaveValue('typed before the battery died')
  await form.getByRole('button', { name: 'Save' }).click()
  await expect(other.getByRole('region', { name: 'Tarnkettle' })).toContainText('typed before the battery died')

  // Saved: the form opens with the record and says nothing.
  await editNote(other, 'thrown away')
  await expect(form.getByRole('status')).toHaveCount(0)
  await other.waitForTimeout(700)
  await form.getByRole('button', { name: 'Cancel' }).click()
  await form.getByRole('button', { name: 'Discard' }).click()
  await other.getByRole('button', { name: 'Edit ball' }).click()
  await expect(form.getByLabel('Note')).toHaveValue('typed before the battery died')
  await expect(form.getByRole('status')).toHaveCount(0)
})

test('a tablet whose clock is three hours ahead is told so, and records by the shop’s', async ({ page, site }) => {
  await page.clock.setFixedTime(Date.now() + 3 * 3_600_000)
  await signIn(page, site, 'tech')
  await openBall(page, 'Gard Plumwharf', 'Wickernel')
  await expect(page.getByText('The clock of this device is 3 hours ahead of the shop’s')).toBeVisible()
  await page.getByRole('button', { name: '+1 game' }).click()
  await expect(page.getByText('1 game logged for Wickernel')).toBeVisible()
  await page
    .getByRole('status')
    .filter({ hasText: 'The clock of this device' })
    .getByRole('button', { name: 'Dismiss' })
    .click()
  await expect(page.getByText('The clock of this device')).toHaveCount(0)
})

test('a database that answers late: the page says that it takes longer, and what was typed is saved once', async ({
  signedIn: page,
  site,
}) => {
  await openBall(page, 'Odda Brimstow', 'Wrackline')
  await editNote(page, 'typed while the database was slow')
  const client = new pg.Client({ connectionString: site.databaseUrl })
  await client.connect()
  await client.query(
    `create function late() returns trigger language plpgsql as $$ begin perform pg_sleep(11); return new; end $$`,
  )
  await client.query('create trigger late before update on ball for each row execute function late()')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('The server takes longer than usual')).toBeVisible()
  await expect(page.getByText('Wrackline is on the rack')).toBeVisible()
  await expect(page.getByText('The server takes longer than usual')).toHaveCount(0)
  await client.query('drop trigger late on ball')
  await client.query('drop function late')
  await client.end()
  await expect(page.getByRole('region', { name: 'Wrackline' })).toContainText('typed while the database was slow')
})

test('the served application refuses a value of the wrong kind in its own words, and tells nothing of it', async ({
  signedIn: page,
}) => {
  await page.goto('/rack')
  const answer = await page.evaluate(async () => {
    const response = await fetch('/api/customers', {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', 'X-Write-Id': crypto.randomUUID() },
      body: JSON.stringify({ id: crypto.randomUUID(), name: { secret: 'tern' }, hand: 'right' }),
    })
    return { status: response.status, text: await response.text() }
  })
  expect(answer.status).toBe(422)
  expect(JSON.parse(answer.text).fields).toEqual([
    {
      path: 'name',
      said: { key: 'input.belongs', with: { field: { key: 'fields.name' }, kind: { key: 'kinds.string' } } },
      message: 'Name: a string belongs here',
    },
  ])
  expect(answer.text).not.toContain('tern')
})

test('wrong input is named at its field and nothing typed is lost', async ({ signedIn: page }) => {
  await page.goto('/rack?new=customer')
  const form = page.getByRole('dialog')
  await form.getByLabel('Name', { exact: true }).fill('odda brimstow')
  await form.getByRole('textbox', { name: 'Ball speed' }).fill('28 km/h')
  await form.getByRole('textbox', { name: 'Rev rate' }).fill('9000')
  await form.getByRole('button', { name: 'Save' }).click()
  await expect(form.getByText('Ball speed: a number, 8 to 30 mph')).toBeVisible()
  await expect(form.getByText('Rev rate: 20 to 700 rpm')).toBeVisible()
  await expect(form.getByRole('textbox', { name: 'Ball speed' })).toHaveValue('28 km/h')
  await form.getByRole('textbox', { name: 'Ball speed' }).fill('17')
  await form.getByRole('textbox', { name: 'Rev rate' }).fill('300')
  await form.getByRole('button', { name: 'Save' }).click()
  await expect(form.getByText(/There is a customer called Odda Brimstow already/).first()).toBeVisible()
  await form.getByRole('button', { name: 'Cancel' }).click()
  await expect(form.getByText('Discard what you typed?')).toBeVisible()
  await form.getByRole('button', { name: 'Keep editing' }).click()
  await form.getByRole('button', { name: 'Open Odda Brimstow' }).click()
  await expect(page.getByRole('heading', { name: /Odda Brimstow/ })).toBeVisible()

  await page.getByRole('button', { name: 'New ball' }).click()
  await form.getByLabel('Ball name').fill('Swapped')
  await form.getByRole('textbox', { name: 'RG' }).fill('.050')
  await form.getByRole('textbox', { name: 'Differential', exact: true }).fill('2.48')
  await expect(form.getByText(/This looks like a differential; are the fields swapped/)).toBeVisible()
  await expect(form.getByText(/This looks like an RG; are the fields swapped/)).toBeVisible()
  await form.getByRole('textbox', { name: 'RG' }).fill('251')
  await form.getByRole('textbox', { name: 'Differential', exact: true }).fill('56')
  await expect(form.getByText('Read as 2.510 in')).toBeVisible()
  await expect(form.getByText('Read as 0.056 in')).toBeVisible()
  await form.getByLabel('Bought on').fill('2999-01-01')
  await form.getByRole('button', { name: 'Save' }).click()
  await expect(form.getByText(/Bought on: lies in the future/)).toBeVisible()
})
