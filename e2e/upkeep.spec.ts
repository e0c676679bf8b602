import type { Page } from '@playwright/test'
import { choose, expect, finishStep, openCustomer, openSurface, test } from './site.ts'

const done = (page: Page) => page.getByRole('button', { name: 'Done, next step' })
const heading = (page: Page, name: string | RegExp) => page.getByRole('heading', { name, exact: true, level: 2 })

test('four spots read by the scanner are fitted: the wear curve and the due date move', async ({ signedIn: page }) => {
  await page.goto('/shop')
  const scanner = page.getByRole('article', { name: 'Surface scanner' })
  await scanner.getByRole('button', { name: 'Connect' }).click()
  await expect(scanner.getByText('● connected')).toBeVisible()

  await openSurface(page, 'Skerrymoor')
  const due = page.getByRole('region', { name: 'Due' })
  await expect(due).toContainText('resurface now')
  await expect(page.getByRole('img', { name: /4 readings are shown/ })).toBeVisible()
  await page.getByRole('button', { name: 'Record a reading' }).click()
  const form = page.getByRole('dialog')
  for (const spot of [1, 2, 3, 4]) {
    await form.getByRole('button', { name: `Read spot ${spot}` }).click()
    await expect(form.getByRole('textbox', { name: `Spot ${spot}` })).toHaveValue(/^\d{3,4}$/)
  }
  await expect(form.getByText(/Median (≥ )?\d+.*On the track (≥ )?\d+/)).toBeVisible()
  // What the device said can be typed over.
  for (const spot of [1, 2]) await form.getByRole('textbox', { name: `Spot ${spot}` }).fill('2900')
  await form.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByRole('img', { name: /5 readings are shown/ })).toBeVisible()
  await expect(page.getByText('Fitted to 4 readings')).toBeVisible()
  // One reading that is far from the others moves the curve a little, and is said beside it.
  await expect(page.getByText(/Read as 2900 since its last game/)).toBeVisible()

  // Another school, another date: fixed games.
  await due.getByRole('button', { name: 'by measurement' }).click()
  await form.getByLabel(/fixed games/).check()
  await form.getByRole('button', { name: 'Save' }).click()
  await expect(due).toContainText('by the count of games')
})

test.describe('on the tablet', () => {
  test.use({ viewport: { width: 820, height: 1180 }, hasTouch: true })

  test('an extraction: too hot and stopped, a reload in mid-soak, wet holes and their lock', async ({
    signedIn: page,
    browser,
    baseURL,
  }) => {
    // The bath is connected, and can be made to overheat from the shop's page. A window of its own: tabs behind are slow.
    const counter = await browser.newContext({ baseURL: baseURL!, storageState: await page.context().storageState() })
    const shop = await counter.newPage()
    await shop.goto('/shop')
    const bath = shop.getByRole('article', { name: 'Heated bath' })
    await bath.getByRole('button', { name: 'Connect' }).click()
    await expect(bath.getByText(/● connected/)).toBeVisible()

    await openCustomer(page, 'Bexa Thrumley')
    await page.getByRole('button', { name: 'Open Sprathollow' }).click()
    await page.getByRole('button', { name: 'Put work on the bench' }).click()
    await choose(page, 'Work', 'extract oil')
    await page.getByRole('dialog').getByRole('button', { name: 'Put on the bench' }).click()
    await page.getByRole('link', { name: 'Bench' }).click()
    await page.getByRole('button', { name: 'Start: Sprathollow' }).click()

    await expect(done(page)).toBeDisabled()
    await page.getByRole('button', { name: 'fine' }).tap()
    await done(page).tap()
    await expect(heading(page, 'Tape the holes')).toBeVisible()
    for (const hole of ['middle finger', 'ring finger', 'thumb', 'side or vent hole']) {
      await page.getByRole('button', { name: hole }).tap()
      await expect(page.getByRole('button', { name: hole })).toHaveAttribute('aria-pressed', 'true')
    }
    await done(page).tap()
    await expect(heading(page, 'Fill and measure the water')).toBeVisible()
    await expect(page.getByText('Hot water scalds')).toBeVisible()
    await expect(page.getByText('Never an oven')).toBeVisible()
    // The ball goes in only when the water was measured and is right.
    await expect(done(page)).toBeEnabled({ timeout: 20_000 })
    await done(page).tap()
    await expect(heading(page, 'Ball in, holes down')).toBeVisible()
    await done(page).tap()
    await expect(heading(page, 'Soak')).toBeVisible()

    // The server stops it, whoever watches; it goes on only after a cooler reading.
    await bath.getByRole('button', { name: 'overheat' }).click()
    await expect(page.getByRole('heading', { name: /Stop: the water is too hot/ })).toBeVisible({ timeout: 20_000 })
    await expect(page.getByRole('button', { name: 'Go on', exact: true })).toBeDisabled()
    // Whoever has the shop open hears of it, on any page, until somebody says they have seen it.
    const alarm = (on: typeof page) =>
      on.getByRole('alert').filter({ hasText: 'Sprathollow (Bexa Thrumley): the water reached' })
    await expect(alarm(shop)).toBeVisible({ timeout: 20_000 })
    await expect(shop.getByRole('contentinfo', { name: 'Bench now' })).toContainText('× too hot: stopped')
    await shop.getByRole('button', { name: 'Seen' }).click()
    await expect(alarm(shop)).toHaveCount(0)
    await expect(alarm(page)).toHaveCount(0, { timeout: 20_000 })
    await bath.getByRole('button', { name: 'mend it' }).click()
    await expect(page.getByRole('button', { name: 'Go on', exact: true })).toBeEnabled({ timeout: 20_000 })
    await expect(page.getByRole('heading', { name: /Cooled down/ })).toBeVisible()
    await page.getByRole('button', { name: 'Go on', exact: true }).tap()

    // Of a ball that floats only one half lies under, until it is turned.
    await page.getByRole('button', { name: 'the half with the holes' }).tap()
    await expect(page.getByText('Turn it with the carrier')).toBeVisible()
    await page.getByRole('button', { name: 'the other half' }).tap()
    await expect(page.getByText('Turn it with the carrier')).toHaveCount(0)

    // A reload in mid-soak: same step, and the clock has gone on.
    await expect(heading(page, 'Soak')).toBeVisible()
    await expect(page.getByRole('timer')).toContainText(/9:\d\d left/)
    await page.reload()
    await expect(heading(page, 'Soak')).toBeVisible()
    await expect(page.getByRole('timer')).toContainText(/9:\d\d left/)
    // The bath falls silent: it is said at once, and it is heard again when it is back.
    await bath.getByRole('button', { name: 'fall silent' }).click()
    await expect(page.getByText('The bath does not answer: measure by hand.')).toBeVisible({ timeout: 15_000 })
    await bath.getByRole('button', { name: 'mend it' }).click()
    await expect(page.getByText('From the bath.')).toBeVisible({ timeout: 15_000 })
    // Ended before its time it asks how long it was.
    await done(page).tap()
    await expect(page.getByText('Say how long the ball really lay in the water.')).toBeVisible()
    await expect(done(page)).toBeDisabled()
    await page.getByRole('button', { name: /the whole 10 min/ }).tap()
    await done(page).tap()
    await expect(heading(page, 'Wipe while warm')).toBeVisible()
    await page.getByRole('button', { name: 'One step back' }).tap()
    await expect(heading(page, 'Soak')).toBeVisible()
    for (const step of ['Wipe while warm', 'Soak again', 'Wipe while warm', 'Short soak in clean warm water']) {
      await expect(done(page)).toBeEnabled({ timeout: 30_000 })
      await finishStep(page)
      await expect(heading(page, step)).toBeVisible()
    }
    await page.getByRole('button', { name: 'Skip this step' }).tap()
    await page.getByLabel('Why it is skipped').fill('rinsed at the tap, hand-warm')
    await page.getByRole('button', { name: 'Skip it' }).tap()
    await expect(heading(page, 'Take the tape off while warm')).toBeVisible()
    await done(page).tap()

    await expect(heading(page, 'Look into the holes')).toBeVisible()
    await page.getByRole('button', { name: 'wet: 48 hours' }).tap()
    await done(page).tap()
    await expect(heading(page, 'Dry')).toBeVisible()
    await expect(page.getByRole('timer')).toContainText(/47:\d\d:\d\d left/)
    await expect(page.getByText(/Not to be played before/)).toBeVisible()
    await expect(done(page)).toBeDisabled()
    await expect(page.getByText('skipped: rinsed at the tap, hand-warm')).toBeVisible()
    await page.getByLabel('Why it goes on before its time').fill('Blown out, dry to the touch')
    await expect(done(page)).toBeEnabled()

    // The record says so too, for whoever hands the ball out.
    await page.goto('/rack')
    await openCustomer(page, 'Bexa Thrumley')
    await page.getByRole('button', { name: 'Open Sprathollow' }).click()
    await expect(
      page
        .getByRole('region', { name: 'Sprathollow' })
        .getByText(/drying until/)
        .first(),
    ).toBeVisible()
    await counter.close()
  })
})

test('a resurface counts its pad, goes against wrong direction only with a reason, and the rack follows', async ({
  signedIn: page,
}) => {
  await page.goto('/supplies')
  const pad = page.getByRole('row', { name: /1500 pad/ })
  await expect(pad).toContainText('3 of 6 balls')

  // Own recipe: dragged into order, with what a scanner will read.
  await page.getByRole('button', { name: 'New recipe' }).click()
  const builder = page.getByRole('dialog')
  await builder.getByLabel('Recipe', { exact: true }).fill('Low tide')
  const steps = builder.getByRole('listitem')
  await steps.nth(1).getByLabel('Grit').fill('1500')
  await expect(steps.nth(1)).toContainText('reads 1500')
  await builder.getByRole('button', { name: 'Step 2 up' }).click()
  await expect(builder.getByText('Coarser over finer')).toBeVisible()
  const handle = (await steps.nth(0).getByTitle('Drag to reorder').boundingBox())!
  const below = (await steps.nth(1).boundingBox())!
  await page.mouse.move(handle.x + 10, handle.y + 12)
  await page.mouse.down()
  await page.mouse.move(handle.x + 10, below.y + 0.5 * below.height, { steps: 8 })
  await page.mouse.move(handle.x + 10, below.y + 0.9 * below.height, { steps: 8 })
  await page.mouse.up()
  await expect(builder.getByText('Coarser over finer')).toHaveCount(0)
  await builder.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByRole('row', { name: /Low tide/ })).toContainText('500 → 1500')

  // The ball reads early: coarser is asked about, and refused without a reason.
  await openSurface(page, 'Wickernel')
  await choose(page, 'What it does', 'hooks too early')
  await expect(page.getByText('Go a step finer.').first()).toBeVisible()
  await page.getByRole('button', { name: 'Put work on the bench' }).click()
  const form = page.getByRole('dialog')
  await choose(page, 'Recipe', 'Low tide')
  await expect(form.getByText(/Wrong direction\?/)).toBeVisible()
  await form.getByRole('button', { name: 'Put on the bench' }).click()
  await expect(form.getByText('please say why it is right here')).toBeVisible()
  await form.getByLabel('Why it is right all the same').fill('It becomes the ball for fresh oil')
  await form.getByRole('button', { name: 'Put on the bench' }).click()
  await expect(form).toBeHidden()

  await page.goto('/bench')
  await page.getByRole('button', { name: 'Start: Wickernel' }).click()
  await expect(page.getByText('rougher though it reads early. It becomes the ball for fresh oil')).toBeVisible()
  await page.getByRole('button', { name: 'fine' }).click()
  await done(page).click()
  await expect(heading(page, 'Sand with 500')).toBeVisible()
  await page.getByRole('button', { name: 'Begin the first side' }).click()
  await page.getByRole('button', { name: 'Side 1 is done' }).click()
  await expect(page.getByText('1 of 4 sides')).toBeVisible()
  await page.reload()
  await expect(page.getByText('1 of 4 sides')).toBeVisible()
  await page.getByRole('button', { name: 'Pause' }).click()
  await expect(page.getByRole('heading', { name: /Paused/ })).toBeVisible()
  await page.getByRole('button', { name: 'Go on', exact: true }).click()
  for (const step of [
    'Rinse off the grit',
    'Sand with 1500',
    'Clean once with cleaner',
    'Read the surface',
    'Put it on the pick-up shelf',
  ]) {
    await finishStep(page)
    await expect(heading(page, step)).toBeVisible()
  }
  await page.getByRole('button', { name: 'Done, finish the job' }).click()
  await expect(page.getByText('This job is done.')).toBeVisible()
  await expect(page.getByRole('region', { name: 'Trials before and after' })).toBeVisible()

  await page.getByRole('link', { name: 'See it on the rack' }).click()
  const panel = page.getByRole('region', { name: 'Wickernel' })
  await expect(panel.getByText(/1[45]00 grit, target 1500/)).toBeVisible()
  await page.goto('/supplies')
  await expect(pad).toContainText('2 of 6 balls')
})

test('the board makes jobs and reminders, and a customer logs play on a link of their own', async ({
  signedIn: page,
  browser,
  baseURL,
}) => {
  await page.goto('/upkeep')
  const group = page.getByRole('article', { name: 'Gard Plumwharf' })
  // By assumed wear alone a ball is read first; one whose readings say so is brought back.
  await expect(group).toContainText('by assumed wear it is outside its window')
  const read = page.getByRole('article', { name: 'Corvin Saltmarrow' })
  await read.getByRole('button', { name: /^On the bench: resurface, Rusthaven/ }).click()
  await expect(page.getByText(/Rusthaven is on the bench list/)).toBeVisible()
  await expect(read).toContainText('on the bench list')
  await group.getByRole('button', { name: 'Remind: Gard Plumwharf' }).click()
  const form = page.getByRole('dialog')
  await expect(form.getByLabel('Text')).toHaveValue(/Hello Gard,[\s\S]*Murkle: read the surface/)
  await form.getByRole('button', { name: 'Put in the outbox' }).click()
  const outbox = page.getByRole('region', { name: 'Outbox' })
  await expect(outbox).toContainText('Gard Plumwharf')
  await outbox.getByRole('button', { name: 'Take back' }).click()
  await expect(outbox).toContainText('taken back')

  await group.getByRole('button', { name: 'Link: Gard Plumwharf' }).click()
  await page.getByRole('button', { name: 'Make a new link' }).click()
  const address = await page.getByLabel('Address').inputValue()
  const phone = await browser.newContext({ baseURL: baseURL!, viewport: { width: 390, height: 844 } })
  const own = await phone.newPage()
  await own.goto(address)
  const ball = own.getByRole('article', { name: 'Brackenmole' })
  const before = await ball.getByText(/games on this surface/).textContent()
  await ball.getByRole('button', { name: 'Log play' }).click()
  await ball.getByRole('button', { name: '3 games' }).click()
  await ball.getByLabel('not cleaned').check()
  await ball.getByRole('button', { name: 'Log it' }).click()
  await expect(own.getByText('3 games on Brackenmole logged')).toBeVisible()
  await expect(ball.getByText(/games on this surface/)).not.toHaveText(before!)
  await expect(ball).toContainText('clean when it comes in')
  // Nothing else of the shop is open to the link.
  expect((await own.request.get('/api/balls')).status()).toBe(401)

  await page.getByRole('button', { name: 'End it' }).click()
  await expect(page.getByText('○ ended')).toBeVisible()
  await own.reload()
  await expect(own.getByText('This link is not good any more')).toBeVisible()
  await phone.close()
})
