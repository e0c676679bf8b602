import { readFileSync } from 'node:fs'
import type { Page } from '@playwright/test'
import { type Site, behind, choose, expect, test } from './site.ts'

// Its plans put work on the bench for whoever has some that day.
test.use({ world: 'coverage' })

const customerId = async (site: Site, name: string) =>
  (await behind<{ id: string }>(site, 'select id from customer where name = $1', [name]))[0]!.id

/** By the map's address: the page of the whole shop would have the maps of all others computed beside. */
const openPlan = async (page: Page, site: Site, name: string) => {
  await page.goto(`/coverage/${await customerId(site, name)}`)
  return page.getByRole('region', { name: 'Plan over all balls' })
}

test('from a gap to a plan over all balls; its works go on the bench at once after a look, come off by one word, or go one by one', async ({
  signedIn: page,
  site,
}) => {
  test.setTimeout(240_000)
  // Whose plan has several works, and whether any is needed, goes with the day: what is played soon weighs more.
  const plan = page.getByRole('region', { name: 'Plan over all balls' })
  const put = plan.getByRole('button', { name: /^Put \d jobs on the bench$/ }).first()
  const names = ['Gard Plumwharf', 'Wenna Larkspindle', 'Bexa Thrumley', 'Corvin Saltmarrow', 'Odda Brimstow']
  for (const name of [...names, 'Jorun Fishgate', 'Sunniva Kettlestone', 'Fenn Marlowick']) {
    await openPlan(page, site, name)
    await expect(plan.getByRole('article').first()).toBeVisible({ timeout: 100_000 })
    if ((await put.count()) > 0) break
  }
  // What it opens and closes, or that all is covered; what it costs.
  const several = plan
    .getByRole('article')
    .filter({ has: page.getByRole('button', { name: /^Put \d jobs/ }) })
    .first()
  await expect(several).toContainText(/Closes:|Opens:|Leaves open|is covered by some ball/)
  await expect(several).toContainText(/\d+ min on the bench\./)
  await expect(plan).toContainText(/Proved: none of [\d,]+ combinations is worth more/)
  await put.click()
  const ask = page.getByRole('dialog', { name: 'Put these on the bench?' })
  await expect(ask).toContainText(/due .*due /)
  await ask.getByRole('button', { name: /^Put \d jobs on the bench$/ }).click()
  await expect(page.getByText(/^\d jobs are on the bench\.$/)).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByText(/^\d jobs are on the bench\.$/)).toHaveCount(0)
  // A step by itself opens the job filled in.
  const step = plan.getByRole('button', { name: /^Put on the bench: / }).first()
  const ball = (await step.getAttribute('aria-label'))!.replace(/^.*: /, '')
  await step.click()
  const form = page.getByRole('dialog')
  await expect(form.getByLabel('Reason')).toHaveValue(/^From the plan for /)
  await form.getByRole('button', { name: 'Put on the bench' }).click()
  await expect(form).toHaveCount(0)
  await page.goto('/bench')
  await expect(page.getByText(ball).first()).toBeVisible()
})

test('one ladder from cleaning to a new ball says what each remedy would do for a ball in a state', async ({
  signedIn: page,
  site,
}) => {
  test.setTimeout(120_000)
  const plan = await openPlan(page, site, 'Maud Ebberly')
  await expect(plan.getByRole('article').first()).toBeVisible({ timeout: 90_000 })
  await page
    .getByRole('button', { name: /^Tarnkettle on / })
    .first()
    .click()
  await page.getByRole('button', { name: 'What each remedy would do here' }).click()
  const ladder = page.getByRole('region', { name: 'What each remedy would do here' })
  await expect(ladder.getByRole('rowheader', { name: /^Surface / })).toBeVisible({ timeout: 30_000 })
  for (const rung of [/^Line laydown/, /^Plug and redrill \d+° × /, /^New ball /])
    await expect(ladder.getByRole('rowheader', { name: rung })).toBeVisible()
  await expect(ladder).toContainText('Drilling: dust mask and eye protection')
  // Whoever comes with a complaint about the ball comes to the same ladder, opened for the pattern that it is about.
  const ball = await page.getByRole('rowheader').getByRole('link', { name: 'Tarnkettle' }).getAttribute('href')
  await page.goto(`/surface/${new URL(ball!, page.url()).searchParams.get('ball')!}`)
  const advice = page.getByRole('region', { name: 'Rules of thumb' })
  await choose(page, 'What it does', 'hooks too late')
  await choose(page, 'On', 'Quayside House 39')
  await advice.getByRole('link', { name: /^What each remedy would do on this pattern/ }).click()
  await expect(ladder.getByRole('rowheader', { name: /^Surface / })).toBeVisible({ timeout: 30_000 })
  // First read against finish, in every state of a lane; a ball leads to its path.
  const motion = page.getByRole('region', { name: 'First read against finish' })
  await expect(motion).toContainText(/Tarnkettle reads at \d+ ft, turns \d/)
  await motion.getByRole('link', { name: 'Tarnkettle' }).click()
  await expect(page).toHaveURL(/what-if\?.*laydown=/)
})

test('a map that is being computed is stopped by one word and goes on by another', async ({ signedIn: page, site }) => {
  // What computes gives way to everything else on the machine, such as the other journeys.
  test.setTimeout(400_000)
  // Whatever looked at them before: nothing is known yet.
  await behind(site, 'delete from coverage_kept where customer_id = $1', [await customerId(site, 'Fenn Marlowick')])
  const plan = await openPlan(page, site, 'Fenn Marlowick')
  await page.getByRole('button', { name: 'Stop it', exact: true }).click({ timeout: 60_000 })
  const goOn = page.getByRole('button', { name: 'Go on', exact: true })
  await expect(goOn).toBeVisible({ timeout: 60_000 })
  await page.reload()
  await expect(goOn).toBeVisible()
  await goOn.click()
  await expect(plan.getByRole('article').first()).toBeVisible({ timeout: 300_000 })
  await expect(goOn).toHaveCount(0)
})

test('a customer with everything covered is told so and sold nothing, though balls may be bought', async ({
  signedIn: page,
}) => {
  test.setTimeout(120_000)
  await page.goto('/coverage')
  await page
    .locator('.v-input')
    .filter({ has: page.getByLabel('Customer', { exact: true }) })
    .first()
    .click()
  await page.keyboard.type('Isk Tarrowby')
  await page.getByRole('option', { name: 'Isk Tarrowby' }).first().click()
  const plan = page.getByRole('region', { name: 'Plan over all balls' })
  await plan.getByRole('button', { name: '2', exact: true }).click()
  const first = plan.getByRole('article').first()
  await expect(first).toContainText('Nothing is needed', { timeout: 90_000 })
  await expect(first).toContainText('Everything stays as it is.')
  await expect(plan).not.toContainText('Look for a ball')
})

test('a ball is looked for only when one may be bought; its brief says in plain words what to look for', async ({
  signedIn: page,
  site,
}) => {
  test.setTimeout(120_000)
  const plan = await openPlan(page, site, 'Maud Ebberly')
  await expect(plan.getByRole('article').first()).toBeVisible({ timeout: 60_000 })
  await expect(plan).not.toContainText('Look for a ball')
  await plan.getByRole('button', { name: '1', exact: true }).click()
  // Works alone do the same within what nobody knows of a new ball: they stand first.
  await expect(plan.getByRole('article', { name: 'Best plan' })).not.toContainText('Look for a ball')
  const other = plan.getByRole('article').filter({ hasText: 'Look for a ball' }).first()
  await expect(other).toContainText(/Look for a ball: .* reactive, surface (about \d+ grit|polish), RG near 2\.\d\d/)
  await expect(other).toContainText(/the best ball in \d+ % of what lies ahead/)
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    other.getByRole('button', { name: 'Shop brief (PDF)' }).click(),
  ])
  const pdf = readFileSync(await download.path(), 'latin1')
  for (const words of ['What to look for', 'Maud Ebberly', 'reactive cover', 'differential near'])
    expect(pdf).toContain(words)

  // It is remembered at the stock until it is bought; a slip is taken back.
  await other.getByRole('button', { name: 'Note as wanted' }).click()
  await expect(page.getByText(/among the balls that are looked for, for Maud Ebberly/)).toBeVisible()
  await page.goto('/stock')
  const wanted = page.getByRole('region', { name: 'Wanted for customers' })
  await expect(wanted.getByRole('row', { name: /Maud Ebberly Look for a ball: .* RG near 2/ })).toBeVisible()
  await wanted.getByRole('button', { name: 'Bought: Maud Ebberly' }).click()
  await expect(wanted).toBeHidden()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(wanted.getByRole('row', { name: /Maud Ebberly/ })).toBeVisible()
})

test('the lines a bowler plays are stated on their record; how they are known is said wherever a line is looked for', async ({
  signedIn: page,
}) => {
  await page.goto('/rack')
  await page
    .getByRole('link', { name: /Isk Tarrowby/ })
    .first()
    .click()
  await page.getByRole('button', { name: 'Edit customer' }).click()
  const lines = page.getByRole('dialog').getByRole('region', { name: 'Lines this bowler plays' })
  await expect(lines.getByRole('status')).toContainText(/^(By the style|As for anybody) \(assumed\): laydown 12 to/)
  await lines.getByLabel('Laydown to').fill('11')
  await lines.getByLabel('Laydown from').fill('14')
  await page.getByRole('dialog').getByRole('button', { name: 'Save' }).click()
  await expect(lines).toContainText('Laydown to: not below the from board; are the two swapped?')
  await lines.getByLabel('Laydown to').fill('19')
  await lines.getByLabel('Widest launch angle').fill('2')
  await expect(lines.getByRole('status')).toContainText('As stated: laydown 14 to 19')
  await page.getByRole('dialog').getByRole('button', { name: 'Save' }).click()
  await expect(page.getByRole('dialog')).toHaveCount(0)
})
