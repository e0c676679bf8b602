import { readFileSync } from 'node:fs'
import { type Page } from '@playwright/test'
import { expect, test } from './site.ts'

/** Lines of a PDF that were written as text, and how many pictures it holds (text in other letters is drawn). */
function readPdf(path: string) {
  const raw = readFileSync(path, 'latin1')
  expect(raw.slice(0, 5)).toBe('%PDF-')
  const lines = [...raw.matchAll(/\(((?:[^()\\]|\\.)*)\) Tj/g)].map(([, text]) => text!.replace(/\\(.)/g, '$1'))
  return { lines, text: lines.join(' '), pictures: raw.match(/\/Subtype \/Image/g)?.length ?? 0 }
}
async function saved(page: Page, button: string): Promise<string> {
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: button }).click(),
  ])
  return download.path()
}
async function takeIn(page: Page, name: string, left: boolean, complaint: string): Promise<void> {
  await page.goto('/intake')
  await page.getByLabel('Customer: a name known or new').fill(name)
  await page.keyboard.press('Enter')
  if (left) await page.getByRole('radio', { name: 'left-hander' }).check()
  const ball = page.getByRole('region', { name: 'Ball 1' })
  await ball.getByLabel('Ball name').fill('Grebe')
  await ball.getByLabel('Layout').fill('50 x 4 1/2 x 35')
  await ball.getByLabel('Complaint').fill(complaint)
  await page.keyboard.press('Control+Enter')
  await expect(page.getByRole('region', { name: 'Taken in' })).toContainText(name)
}
/** Letters of which the page has loaded a font that holds them. */
async function drawnWithAFont(page: Page, letters: string): Promise<string[]> {
  const ranges = await page.evaluate<string[]>(
    "[...document.fonts].filter((font) => font.status === 'loaded').flatMap((font) => font.unicodeRange.split(','))",
  )
  const held = ranges.map((range) => {
    const [from, to] = range
      .trim()
      .replace(/^U\+/i, '')
      .split('-')
      .map((hex) => parseInt(hex, 16))
    return [from!, to ?? from!] as const
  })
  return [...letters].filter((letter) =>
    held.some(([from, to]) => letter.codePointAt(0)! >= from && letter.codePointAt(0)! <= to),
  )
}

test('whoever types on while the customer is still looked up keeps the focus and every letter', async ({
  signedIn: page,
}) => {
  await page.route('**/api/customers?*', async (route) => {
    await new Promise((resolve) => setTimeout(resolve, 700))
    await route.continue()
  })
  await page.goto('/intake')
  await page.getByLabel('Customer: a name known or new').fill('Merrin Sandholt')
  const answered = page.waitForResponse('**/api/customers?*')
  await page.keyboard.press('Enter')
  const name = page.getByRole('region', { name: 'Ball 1' }).getByLabel('Ball name')
  await name.focus()
  await page.keyboard.type('Gre')
  await answered
  // The answer's own frame, in which the focus would jump.
  await page.waitForTimeout(300)
  await page.keyboard.type('be')
  await expect(name).toBeFocused()
  await expect(name).toHaveValue('Grebe')
})

test('a label carries date, complaint and contact, and any name in its own letters', async ({ signedIn: page }) => {
  await takeIn(page, 'Lowri Penhallow', false, 'reads late')
  const plain = readPdf(await saved(page, 'Labels (PDF)'))
  const today = new Date().getDate()
  for (const part of ['Grebe', 'Lowri Penhallow', 'reads late', String(today)]) expect(plain.text).toContain(part)
  // Only the code that opens the ball is a picture.
  expect(plain.pictures).toBe(1)

  await takeIn(page, 'Łucja Ů 東', false, 'czyta za późno')
  const foreign = readPdf(await saved(page, 'Labels (PDF)'))
  expect(foreign.text).toContain('Grebe')
  // Nothing of the name is written in letters that the PDF's own fonts lack: it is drawn, with fonts that hold them.
  expect(foreign.text).not.toMatch(/ucja/)
  expect(foreign.pictures).toBeGreaterThan(plain.pictures)
  expect(await drawnWithAFont(page, 'ŁŮ東ź')).toEqual(['Ł', 'Ů', '東', 'ź'])
})

test('a left-hander’s drill sheet says that it is mirrored and turns the other way, in metric to the last figure', async ({
  signedIn: page,
}) => {
  const sheetFor = async (name: string, left: boolean) => {
    await takeIn(page, name, left, '')
    await page.getByRole('button', { name: 'To the rack' }).click()
    await page.getByRole('button', { name: 'Open Grebe' }).click()
    await page.getByRole('link', { name: 'Layout', exact: true }).click()
    return readPdf(await saved(page, 'PDF')).text
  }
  const right = await sheetFor('Edda Northolm', false)
  expect(right).toContain('Right-hander')
  expect(right).toContain('turn 50° clockwise')
  const left = await sheetFor('Edda Southolm', true)
  expect(left).toContain('Left-hander: drawn mirrored')
  expect(left).toContain('turn 50° counter-clockwise')
  expect(left).toContain('to the left along the midline')
  for (const caution of ['eye protection', 'sanctioning body']) expect(left).toContain(caution)

  const here = page.url()
  await page.goto('/shop')
  await page.getByLabel('millimetres, km/h').check()
  await page.goto(here)
  const metric = readPdf(await saved(page, 'PDF')).text
  expect(metric).toContain('114.3 mm')
  expect(metric).not.toMatch(/\d in\b/)
  // Kept with the member: who comes after finds inches.
  await page.goto('/shop')
  await page.getByLabel('inches, mph').check()
  await page.reload()
  await expect(page.getByLabel('inches, mph')).toBeChecked()
})
