import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import type { Problem } from '@sleetfall/contract'
import { ballSchema, wrong } from '@sleetfall/contract'
import { reactive } from 'vue'
import { number, object, string } from 'yup'
import { ApiError } from '../http/problem.ts'
import { useForm, useVersions } from './useForm.ts'

const gritRange = wrong('grit', 'range', { min: 180, max: 10_000 })
const schema = object({
  name: string().trim().required(wrong('name', 'fillIn')),
  grit: number().nullable().min(180, gritRange).max(10_000, gritRange),
  rows: string().optional(),
})
const refused = (problem: Partial<Problem>) =>
  new ApiError({ code: 'invalid', title: '', detail: 'not like that', status: 422, ...problem } as Problem)

// A form brings the first wrong field into view; there is no page here.
beforeAll(() => void Object.assign(globalThis, { requestAnimationFrame: () => 0 }))
afterAll(() => void delete (globalThis as { requestAnimationFrame?: unknown }).requestAnimationFrame)

describe('what was typed', () => {
  test('is changed when it differs from the start, and not any more when typed back', () => {
    const form = useForm(schema, { name: 'Ruddock', grit: null })
    expect(form.changed.value).toBe(false)
    form.field('name')['onUpdate:modelValue']('Ruddocks')
    expect(form.changed.value).toBe(true)
    form.field('name')['onUpdate:modelValue']('Ruddock')
    expect(form.changed.value).toBe(false)
  })
  test('what a form works out by itself counts as nothing typed, and hides nothing that was typed', () => {
    const form = useForm(schema, { name: '', grit: null, steps: null })
    form.derive({ steps: [{ grit: 500 }] })
    expect(form.changed.value).toBe(false)
    expect(form.values['steps']).toEqual([{ grit: 500 }])
    form.values['name'] = 'House'
    form.derive({ steps: [{ grit: 1000 }] })
    expect(form.changed.value).toBe(true)
    form.values['name'] = ''
    form.values['steps'] = []
    expect(form.changed.value).toBe(true)
  })
  test('the record that was handed in is not written to', () => {
    // Records of a store are reactive through and through.
    const record = reactive({ name: 'Ruddock', rows: [{ n: 1 }] })
    const form = useForm(schema, record)
    ;(form.values['rows'] as { n: number }[])[0]!.n = 2
    expect(record.rows[0]!.n).toBe(1)
  })
})

describe('sending', () => {
  test('what is wrong is said at its field, nothing is sent, and nothing typed is lost', async () => {
    const form = useForm(schema, { name: '  ', grit: 12 })
    form.field('name')
    form.field('grit')
    let sent = 0
    expect(await form.submit(() => Promise.resolve((sent += 1)))).toBe(false)
    expect(sent).toBe(0)
    expect(form.errors).toEqual({ name: 'Name: please fill this in', grit: 'Grit: 180 to 10000' })
    expect(form.failure.value).toBe('')
    expect(form.values).toEqual({ name: '  ', grit: 12 })
    form.field('grit')['onUpdate:modelValue'](500)
    expect(form.errors).toEqual({ name: 'Name: please fill this in' })
  })
  test('what belongs to a field that the form does not show is said at its foot', async () => {
    const form = useForm(schema, { name: '', grit: 12 })
    form.claim('name')
    await form.submit(() => Promise.resolve())
    expect(form.failure.value).toBe('Grit: 180 to 10000')
  })
  test('the cast values are sent, and it is busy for as long', async () => {
    const form = useForm(schema, { name: ' Ruddock ', grit: '2000' })
    let during = false
    const ok = await form.submit((input) => {
      during = form.busy.value
      expect(input).toMatchObject({ name: 'Ruddock', grit: 2000 })
      return Promise.resolve()
    })
    expect([ok, during, form.busy.value]).toEqual([true, true, false])
  })
  test('the server’s refusal of a field stands at that field too', async () => {
    const form = useForm(schema, { name: 'Ruddock', grit: null })
    form.field('name')
    const ok = await form.submit(() =>
      Promise.reject(
        refused({ fields: [{ path: 'name', said: wrong('name', 'called', { name: 'Ruddock' }), message: '' }] }),
      ),
    )
    expect(ok).toBe(false)
    expect(form.errors['name']).toBe('Name: there is one called Ruddock already')
    expect(form.busy.value).toBe(false)
  })
  test('any other trouble is said in its own words, once', async () => {
    const form = useForm(schema, { name: 'Ruddock', grit: null })
    await form.submit(() => Promise.reject(refused({ detail: 'The database is away.' })))
    expect(form.failure.value).toBe('The database is away.')
    await form.submit(() => Promise.reject(new Error('no network')))
    expect(form.failure.value).toBe('no network')
    await form.submit(() => Promise.resolve())
    expect(form.failure.value).toBe('')
  })
})

describe('somebody saved in between', () => {
  const current = { name: 'Theirs', version: 7 }
  const clash = () => refused({ code: 'version-conflict', current } as Partial<Problem>)

  test('keeping mine sends it again over the version that stands now', async () => {
    const form = useForm(schema, { name: 'Mine', grit: null })
    const sent: number[] = []
    const save = () =>
      form.submit(() => {
        sent.push(versions.current())
        return sent.length === 1 ? Promise.reject(clash()) : Promise.resolve()
      })
    const versions = useVersions(form, 3, save, () => undefined)
    expect(await save()).toBe(false)
    expect(form.conflict.value?.current).toEqual(current)
    expect(form.values['name']).toBe('Mine')
    versions.keepMine()
    expect(form.conflict.value).toBeNull()
    expect(sent).toEqual([3, 7])
  })
  test('taking theirs hands over the record that stands, and sends nothing', async () => {
    const form = useForm(schema, { name: 'Mine', grit: null })
    let taken: unknown = null
    let sent = 0
    const versions = useVersions(
      form,
      3,
      () => (sent += 1),
      (record) => (taken = record),
    )
    await form.submit(() => Promise.reject(clash()))
    versions.takeTheirs()
    expect(taken).toEqual(current)
    expect(sent).toBe(0)
  })
})

test('the schema of a form is the server’s: a ball without a name is refused here in the same words', async () => {
  const form = useForm(ballSchema, { name: '' })
  form.field('name')
  await form.submit(() => Promise.resolve())
  expect(form.errors['name']).toBe('Ball name: please fill this in')
})
