import { randomUUID } from 'node:crypto'
import { readFileSync } from 'node:fs'
import type { Page } from '@playwright/test'
import ICAL from 'ical.js'
import { expect, test } from './site.ts'

const addDays = (days: number) => {
  const day = new Date(Date.now() + days * 86_400_000)
  return [day.getFullYear(), day.getMonth() + 1, day.getDate()].map((n) => String(n).padStart(2, '0')).join('-')
}
const openBag = async (page: Page, event: string, name: string) => {
  await page.goto('/events')
  await page.getByRole('link', { name: event }).click()
  await page.getByRole('link', { name: `Bag of ${name}` }).click()
}

test('a left-hander: from the event to the bag, the work on the bench, the packing list, the card, and the page that they take along without a network', async ({
  signedIn: page,
  browser,
}) => {
  test.setTimeout(200_000)
  await openBag(page, 'Low Tide Doubles', 'Fenn Marlowick')
  const keep = page.getByRole('button', { name: 'Keep this bag' })
  await expect(keep).toBeVisible({ timeout: 150_000 })
  const rows = page.getByRole('table').getByRole('row')
  // Three balls and the spare, each with its role; the spare stands for no line.
  await expect(rows).toHaveCount(5)
  await expect(rows.nth(1)).toContainText(/fresh.*laydown \d+(\.5)?, target \d+(\.5)?/)
  await expect(rows.last()).toContainText(/Plain Tiller.*spare/)
  await expect(page.getByText(/Proved: none of [\d,]+ combinations/)).toBeVisible()
  const ladder = page.getByRole('region', { name: 'Low Fog 43' })
  await expect(ladder).toContainText(/Begin.*: laydown \d+.*(Expected:|Holds to)/)
  await expect(ladder).toContainText(/If it comes in (light|high) instead/)

  // What has to be done goes on the bench, due before the event; the list says so.
  const works = page.getByRole('region', { name: 'Before the event' })
  await works.getByRole('button', { name: /^Put \d jobs? on the bench$/ }).click()
  await expect(page.getByText(/jobs? (is|are) on the bench/)).toBeVisible()
  const packing = page.getByRole('region', { name: 'Into the bag' })
  await expect(packing.getByText('▲ work on the bench')).toBeVisible()
  await expect(packing.getByRole('checkbox', { name: 'towel' })).toBeDisabled()

  await keep.click()
  await expect(page.getByText(/The bag is kept/)).toBeVisible()
  await packing.getByRole('checkbox', { name: 'towel' }).check()
  await page.reload()
  await expect(packing.getByRole('checkbox', { name: 'towel' })).toBeChecked({ timeout: 60_000 })

  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Bag card (PDF)' }).click(),
  ])
  const pdf = readFileSync(await download.path(), 'latin1')
  for (const words of [
    'Bag for Low Tide Doubles',
    'Fenn Marlowick',
    'spare',
    'Low Fog 43',
    'Practice, 10 minutes',
    'next: ',
  ])
    expect(pdf).toContain(words)

  await page.getByRole('button', { name: 'Link for the customer' }).click()
  await page.getByRole('button', { name: 'Make a new link' }).click()
  const address = await page.getByRole('textbox', { name: 'Address' }).inputValue()
  // A phone that has never signed in.
  const pocket = await browser.newContext({ serviceWorkers: 'allow', viewport: { width: 390, height: 844 } })
  const phone = await pocket.newPage()
  await phone.goto(address)
  await phone.getByRole('link', { name: /^Bag for Low Tide Doubles/ }).click()
  const own = phone.getByRole('article', { name: 'Bag for Low Tide Doubles' })
  await expect(own).toContainText(/Plain Tiller spare/)
  const calendar = await phone.request.get(
    new URL((await phone.getByRole('link', { name: /for your calendar/ }).getAttribute('href'))!, address).href,
  )
  const events = new ICAL.Component(ICAL.parse(await calendar.text()) as never[]).getAllSubcomponents('vevent')
  expect(events.map((one) => String(one.getFirstPropertyValue('summary')))).toEqual(
    expect.arrayContaining(['Low Tide Doubles, Noon squad', 'Entry closes: Low Tide Doubles']),
  )
  // At the lanes there is no network.
  await phone.evaluate('navigator.serviceWorker.ready.then(() => null)')
  await phone.reload()
  await expect(own).toBeVisible()
  await pocket.setOffline(true)
  await phone.reload()
  await expect(own).toContainText(/Plain Tiller spare/)
  // The practice clock runs there as well, and says which step it is at; it goes on after the page was closed.
  const practice = own.getByRole('region', { name: 'Practice by the clock' })
  await expect(practice.getByRole('listitem').last()).toContainText('no change any more')
  await practice.getByRole('button', { name: 'Start the clock' }).click()
  await expect(practice.getByRole('timer')).toHaveText(/^(10:00|9:5\d)$/)
  await expect(practice.locator('[aria-current]')).toContainText('0–2 min')
  await phone.reload()
  await expect(practice.getByRole('timer')).toHaveText(/^9:[0-5]\d$/)
  await pocket.close()
})

test('rules keep a ball out and forbid to change a surface: the bag leaves it at home and asks for no work', async ({
  signedIn: page,
}) => {
  test.setTimeout(200_000)
  await page.goto('/events/rules')
  await page.getByRole('button', { name: 'Edit rules: Pro (sample)' }).click()
  const form = page.getByRole('dialog')
  await form.getByLabel('Hardness, at least', { exact: true }).fill('40')
  await form.getByRole('button', { name: 'Save' }).click()
  await expect(form).toContainText(/Hardness, at least.*60.*95/)
  await form.getByLabel('Hardness, at least', { exact: true }).fill('72')
  await form.locator('.v-select').filter({ hasText: 'When a surface may be changed' }).click()
  await page.getByRole('option', { name: 'surfaces are not changed for it at all' }).click()
  await form.getByRole('button', { name: 'Save' }).click()
  await expect(page.getByText('Pro (sample) is saved')).toBeVisible()

  await page.goto('/events')
  await page.getByRole('link', { name: 'Winter Regatta' }).click()
  const entrant = page.getByRole('listitem').filter({ hasText: 'Sunniva Kettlestone' })
  await expect(entrant).toContainText('Dull Oarlock may not be played: hardness 76 D, at least 78 D asked')
  await expect(entrant).toContainText('Not on record: static weights. Verify with the organiser.')
  await entrant.getByRole('link', { name: 'Bag of Sunniva Kettlestone' }).click()
  await expect(page.getByRole('button', { name: 'Keep this bag' })).toBeVisible({ timeout: 150_000 })
  await expect(page.getByRole('table')).not.toContainText('Dull Oarlock')
  await expect(page.getByRole('region', { name: 'Before the event' })).toContainText(
    'Nothing has to be done to these balls.',
  )
  await expect(page.getByText('surfaces are not changed for it at all')).toBeVisible()
  // Fewer may be carried: the bag is packed anew.
  const rows = page.getByRole('table').getByRole('row')
  const before = await rows.count()
  await page.locator('.v-select').filter({ hasText: 'Balls carried' }).click()
  await page.getByRole('option', { name: '2', exact: true }).click()
  await expect(rows).toHaveCount(3)
  expect(before).toBeGreaterThan(3)
})

test('a speed-dominant player with two balls is not sold a ball for the dry lane that this style seldom needs', async ({
  signedIn: page,
}) => {
  test.setTimeout(200_000)
  await page.goto('/rack')
  const write = async (path: string, data: object) => {
    const response = await page.request.post(`/api${path}`, {
      headers: { Origin: new URL(page.url()).origin, 'X-Write-Id': randomUUID() },
      data,
    })
    expect(response.ok(), await response.text()).toBe(true)
  }
  const customer = { id: randomUUID(), name: 'Hesper Coldquay', hand: 'right', speedMph: 20.5, revRpm: 230 }
  await write('/customers', { ...customer, axisRotationDeg: 35, axisTiltDeg: 12 })
  const core = { customerId: customer.id, rgIn: 2.49, differentialIn: 0.05, weightLb: 15 }
  await write('/balls', { ...core, id: randomUUID(), name: 'Icebarrow', cover: 'solid', factoryGrit: 500 })
  await write('/balls', { ...core, id: randomUUID(), name: 'Nightmussel', cover: 'solid', factoryGrit: 1000 })
  const patternId = randomUUID()
  const loads = [{ fromBoard: 3, toBoard: 37, loads: 7, microlitresPerBoard: 50, startFt: 0, endFt: 33 }]
  await write('/patterns', { id: patternId, name: 'Drybank 33', loads })
  await write('/events', {
    ...{ id: randomUUID(), name: 'Drybank Cup', kind: 'tournament', patternIds: [patternId] },
    ...{ startsOn: addDays(6), endsOn: addDays(6), customerIds: [customer.id] },
  })
  await page.goto(`/coverage/${customer.id}`)
  await expect(page.getByText('strongly speed-dominant')).toBeVisible()
  const plan = page.getByRole('region', { name: 'Plan over all balls' })
  await plan.getByRole('button', { name: '1', exact: true }).click()
  await expect(plan.getByRole('article').first()).toBeVisible({ timeout: 150_000 })
  await expect(page.getByRole('columnheader', { name: /33 ft, [\d.]+ mL, dry/ })).toBeVisible()
  await expect(plan).not.toContainText('Look for a ball')
})
