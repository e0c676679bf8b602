import { readFileSync } from 'node:fs'
import { behind, expect, openCustomer, signIn, test } from './site.ts'

test('the keyboard finds and goes everywhere', async ({ signedIn: page }) => {
  await page.goto('/rack')
  await expect(page.getByRole('button', { name: /^Open / })).toHaveCount(50)
  await page.keyboard.press('Control+k')
  await page.keyboard.type('kelpsong t')
  await expect(page.getByRole('option', { name: /Kelpsong Two/ })).toBeVisible()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('region', { name: 'Kelpsong Two' })).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(page.getByRole('region', { name: 'Kelpsong Two' })).toHaveCount(0)
  for (const [key, heading] of [
    ['2', 'Bench'],
    ['3', 'Patterns'],
    ['4', 'Reaction trials'],
    ['5', 'Coverage'],
    ['6', 'Events ahead'],
    ['7', 'How I like it'],
  ] as const) {
    await page.keyboard.press('g')
    await page.keyboard.press(key)
    await expect(page.getByRole('heading', { name: heading, level: 1 })).toBeVisible()
  }
  await page.keyboard.press('?')
  await expect(page.getByRole('dialog', { name: 'Help' })).toContainText('Find or do something')
  await page.keyboard.press('Escape')
  await page.keyboard.press('/')
  await page.keyboard.type('zzz')
  await expect(page.getByText('Nothing found for “zzz”')).toBeVisible()
})

test('a record is undone from the notice and by key, and a reading shows as measured', async ({ signedIn: page }) => {
  await openCustomer(page, 'Sunniva Kettlestone')
  await page.getByRole('button', { name: 'Open Fogharbin' }).click()
  const panel = page.getByRole('region', { name: 'Fogharbin' })
  const total = await panel.getByText(/games in all/).textContent()
  await panel.getByRole('button', { name: '+1 game' }).click()
  await expect(panel.getByText(/games in all/)).not.toHaveText(total!)
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect(panel.getByText(/games in all/)).toHaveText(total!)

  await panel.getByRole('button', { name: 'Record a reading' }).click()
  const form = page.getByRole('dialog')
  for (const [index, grit] of ['2500', '2550', '2400', '2450'].entries())
    await form.getByRole('textbox', { name: `Spot ${index + 1}` }).fill(grit)
  // A figure too few is asked about, beside the spots that say otherwise.
  await form.getByRole('textbox', { name: 'Spot 2' }).fill('255')
  await expect(form.getByText('Spot 2: 255? 2550 would fit the rest.')).toBeVisible()
  await form.getByRole('button', { name: 'It was 2550' }).click()
  await expect(form.getByText('would fit the rest')).toHaveCount(0)
  await expect(form.getByRole('textbox', { name: 'Spot 2' })).toHaveValue('2550')
  await form.getByRole('button', { name: 'Save' }).click()
  await expect(panel.getByText('measured: Scanned, and no game since')).toBeVisible()
  await expect(panel.getByText('2500 grit, target 2000')).toBeVisible()
  await page.getByRole('heading', { name: /Sunniva/, level: 1 }).click()
  await page.keyboard.press('u')
  await expect(panel.getByText('measured: Scanned, and no game since')).toHaveCount(0)
  await expect(panel.getByRole('list', { name: 'History' })).toContainText('taken back')
})

test('a left-hander’s gauges are the mirror image', async ({ signedIn: page }) => {
  const gauge = (name: string) => page.getByRole('button', { name: `Open ${name}` }).locator('svg > g')
  await page.goto('/rack')
  await expect(gauge('Fathomire')).not.toHaveAttribute('transform')
  await expect(gauge('Rusthaven')).toHaveAttribute('transform', 'scale(-1 1)')
  await openCustomer(page, 'Corvin Saltmarrow')
  await expect(page.getByText('Right arc: surface')).toBeVisible()
})

test('a pattern is typed, drawn live, saved, copied and found', async ({ signedIn: page }) => {
  await page.goto('/lanes?new=pattern')
  const form = page.getByRole('dialog')
  await form.getByLabel('Pattern name').fill('Gull Rock 38')
  const first = form.getByRole('group', { name: 'Row 1' })
  await first.getByLabel('To board').fill('44')
  await expect(first.getByText('To board: 1 to 39 board')).toBeVisible()
  await expect(form.getByText('The drawing follows as soon as')).toBeVisible()
  await first.getByLabel('To board').fill('38')
  await first.getByLabel('Loads').fill('6')
  await first.getByLabel('End').fill('38')
  await form.getByRole('button', { name: 'Add a row' }).click()
  const second = form.getByRole('group', { name: 'Row 2' })
  await second.getByLabel('From board').fill('12')
  await second.getByLabel('To board').fill('28')
  await second.getByLabel('Start').fill('34')
  await second.getByLabel('End').press('Control+a')
  await second.getByLabel('End').fill('2')
  // 37 boards × 6 × 50 µL + 17 × 6 × 50 µL.
  await expect(form.getByText('16.20 mL')).toBeVisible()
  await expect(form.getByRole('img', { name: /38 ft long, 16.2 mL/ })).toBeVisible()
  await form.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByRole('heading', { name: 'Gull Rock 38', level: 2 })).toBeVisible()
  await page.getByRole('button', { name: 'Copy' }).click()
  await form.getByRole('button', { name: 'Save' }).click()
  await page.getByRole('textbox', { name: 'Find a pattern' }).fill('gull')
  await expect(page.getByRole('table').first().getByRole('row')).toHaveCount(3)
  await page.getByRole('button', { name: /Volume/ }).click()
  await expect(page.getByRole('columnheader', { name: /Volume/ })).toHaveAttribute('aria-sort', 'ascending')
})

test('a pattern goes out as a file and comes back from one; a wrong file says what is wrong', async ({
  signedIn: page,
}) => {
  await page.goto('/lanes')
  await page.getByRole('link', { name: 'Jetty 34' }).click()
  const download = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Save Jetty 34 as CSV' }).click()
  const path = await (await download).path()
  const bring = async (file: { name: string; mimeType: string; buffer: Buffer }) => {
    const chooser = page.waitForEvent('filechooser')
    await page.getByRole('button', { name: 'Import', exact: true }).click()
    await (await chooser).setFiles(file)
  }
  await bring({ name: 'wrong.csv', mimeType: 'text/csv', buffer: Buffer.from('boards,feet\n1,2') })
  await expect(page.getByText(/Columns are missing: fromBoard/)).toBeVisible()
  await bring({ name: 'Jetty again.csv', mimeType: 'text/csv', buffer: readFileSync(path) })
  const form = page.getByRole('dialog')
  await expect(form.getByText('Read from Jetty again.csv')).toBeVisible()
  await expect(form.getByText('19.04 mL')).toBeVisible()
  await form.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByRole('heading', { name: 'Jetty again', level: 2 })).toBeVisible()

  // Compared with another one, across the lane at a distance.
  await page
    .locator('.v-input')
    .filter({ has: page.getByRole('combobox', { name: 'Compare with' }) })
    .click()
  await page.getByRole('option', { name: 'Long Sound 45' }).click()
  await expect(page.getByRole('heading', { name: 'Long Sound 45', level: 3 })).toBeVisible()
  await page.getByLabel('Across the lane at').fill('40')
  await expect(
    page.getByText('At 40 ft: 0.00 µm on board 20, 0.00 µm on board 5. The line is Long Sound 45.'),
  ).toBeVisible()
})

test('units and theme are the user’s choice and stay', async ({ page, site }) => {
  await signIn(page, site, 'owner')
  await page.goto('/shop')
  await page.getByLabel('millimetres, km/h').check()
  await page.getByLabel('dark, for the lane area').check()
  await page.goto('/rack')
  await openCustomer(page, 'Fenn Marlowick')
  await expect(page.getByText('26.1 km/h')).toBeVisible()
  await page.reload()
  await expect(page.getByText('26.1 km/h')).toBeVisible()
  await expect(page.locator('.v-theme--dark').first()).toBeVisible()
  // Kept with the member: who comes after finds inches.
  await page.goto('/shop')
  await page.getByLabel('inches, mph').check()
  await page.reload()
  await expect(page.getByLabel('inches, mph')).toBeChecked()
})

test.describe('in German', () => {
  test('at the door for the device, and inside for the member; figures, days and what is wrong follow', async ({
    page,
    site,
  }) => {
    await page.goto('/')
    await page.getByRole('button', { name: 'Deutsch' }).click()
    await expect(page.getByRole('button', { name: 'Anmelden', exact: true })).toBeVisible()
    await page.reload()
    await expect(page.getByRole('button', { name: 'Anmelden', exact: true })).toBeVisible()
    await expect(page.locator('html')).toHaveAttribute('lang', 'de')
    // Who leaves it to the device sees the device's; the choice of a member counts on every device.
    await signIn(page, site, 'tech')
    await page.goto('/shop')
    await expect(page.getByLabel('die des Geräts')).toBeChecked()
    const kept = page.waitForResponse(/session\/preferences/)
    await page.getByLabel('English').click()
    await kept
    await expect(page.getByRole('heading', { name: 'How I like it' })).toBeVisible()
    await page.keyboard.press('/')
    await page.keyboard.type('deutsch')
    await page.getByRole('option', { name: 'Speak German' }).click()
    await expect(page.getByRole('heading', { name: 'Wie ich es mag' })).toBeVisible()
    await page.evaluate('localStorage.clear()')
    await page.goto('/rack')
    await expect(page.getByRole('heading', { name: 'Alle Bälle in Pflege' })).toBeVisible()
    await expect(page).toHaveTitle('Regal – Sleetfall')

    await page.getByRole('button', { name: 'Neuer Kunde' }).click()
    const form = page.getByRole('dialog')
    await form.getByLabel('Name', { exact: true }).fill('Ulmo Testgang')
    await form.getByLabel('Ballgeschwindigkeit').first().fill('99')
    await form.getByRole('button', { name: 'Speichern' }).click()
    await expect(form.getByText('Ballgeschwindigkeit: 8 bis 30 mph').first()).toBeVisible()
    await form.getByLabel('Ballgeschwindigkeit').first().fill('16,5')
    await form.getByRole('button', { name: 'Speichern' }).click()
    await expect(page.getByRole('heading', { name: 'Ulmo Testgang' })).toBeVisible()
    await expect(page.getByText('16,5 mph').first()).toBeVisible()
    const [saved] = await behind<{ speed_mph: number }>(site, 'select speed_mph from customer where name = $1', [
      'Ulmo Testgang',
    ])
    expect(Number(saved?.speed_mph)).toBe(16.5)

    await page.goto('/shop')
    const back = page.waitForResponse(/session\/preferences/)
    await page.getByLabel('die des Geräts').click()
    await back
    await expect(page.getByRole('heading', { name: 'How I like it' })).toBeVisible()
  })
})

test('a constant that the owner changes moves every rack figure; others may only look', async ({
  page,
  browser,
  site,
}) => {
  await signIn(page, site, 'owner')
  await page.goto('/shop')
  await page.getByLabel('Oil capacity').fill('50')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('Oil capacity, µL: 200 to 3000')).toBeVisible()
  await page.getByLabel('Oil capacity').fill('1800')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('Settings saved')).toBeVisible()
  await page.getByLabel('Oil capacity').fill('')
  await page.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByLabel('Oil capacity')).toHaveValue('900')
  const context = await browser.newContext({ baseURL: site.url })
  const counter = await context.newPage()
  await signIn(counter, site, 'counter')
  await counter.goto('/shop')
  await expect(counter.getByText('Only the owner may change these.')).toBeVisible()
  await expect(counter.getByRole('button', { name: 'Save' })).toHaveCount(0)
  await counter.goto('/bench')
  await expect(counter.getByText('Bench work needs a technician')).toBeVisible()
  await context.close()
})

test('a trial stands in a ball’s history on the day that its own page tells', async ({ signedIn: page }) => {
  await openCustomer(page, 'Odda Brimstow')
  await page.getByRole('button', { name: 'Open Wrackline' }).click()
  const entry = page
    .getByRole('list', { name: 'History' })
    .getByRole('listitem')
    .filter({ hasText: 'Is the Wrackline dead' })
  const day = /\w{3} \d+ \w{3}/.exec((await entry.textContent())!)![0]
  await entry.getByRole('link').click()
  await expect(page.getByRole('heading', { name: /Is the Wrackline dead/, level: 1 })).toBeVisible()
  await expect(page.getByText(`· ${day}`)).toBeVisible()
})

test('two screens of one shop say the same: what one begins the other shows by itself', async ({
  page,
  site,
  browser,
}) => {
  await signIn(page, site, 'tech')
  await page.goto('/rack')
  const other = await (await browser.newContext({ baseURL: site.url })).newPage()
  await signIn(other, site, 'counter')
  await other.goto('/rack')
  await expect(other.getByRole('button', { name: 'Open Sprathollow' })).toBeVisible()
  await page.goto('/rack?new=customer')
  const name = `Tibb Ferrystone ${Date.now() % 10_000}`
  await page.getByRole('dialog').getByLabel('Name', { exact: true }).fill(name)
  await page.keyboard.press('Control+Enter')
  // Nobody touches the other screen, and nothing there asks every few seconds.
  await expect(other.getByText(name)).toBeVisible({ timeout: 6000 })
  await other.context().close()
})
