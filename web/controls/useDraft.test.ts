import 'fake-indexeddb/auto'
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import type { SessionInfo } from '@sleetfall/contract'
import { type Pinia, createPinia, disposePinia, setActivePinia } from 'pinia'
import { type App, createRenderer, h, nextTick, ref } from 'vue'
import { object, string } from 'yup'
import { device, keptDraft } from '../http/device.ts'
import { useSession } from '../shell/session.ts'
import { useDraft } from './useDraft.ts'
import { type FormState, useForm } from './useForm.ts'

/** Vue on a page without a screen: what it would draw goes nowhere. */
const { createApp } = createRenderer<object, object>({
  ...{ createElement: () => ({}), createText: () => ({}), createComment: () => ({}) },
  ...{ insert: () => {}, remove: () => {}, setText: () => {}, setElementText: () => {}, patchProp: () => {} },
  ...{ parentNode: () => null, nextSibling: () => null },
})
const schema = object({ name: string().defined(), note: string().defined() })

let pinia: Pinia
const apps = new Set<App<object>>()
beforeEach(async () => {
  setActivePinia((pinia = createPinia()))
  useSession().info = { user: { id: 'anders' } } as unknown as SessionInfo
  await (await device()).clear('drafts')
})
afterEach(() => {
  for (const app of apps) app.unmount()
  apps.clear()
  disposePinia(pinia)
})
/** What was begun on the device is through. */
const written = async () => {
  await nextTick()
  for (let i = 0; i < 5; i += 1) await (await device()).count('drafts')
}
/** A form that somebody opens; it closes when it is told to, or by what happens while it is sent. */
async function opened() {
  let form!: FormState & { submit: (send: () => Promise<unknown>) => Promise<boolean> }
  let draft!: ReturnType<typeof useDraft>
  const open = ref(true)
  const Form = {
    setup() {
      form = useForm(schema, { name: '', note: '' })
      draft = useDraft(form, 'customer new')
      return () => null
    },
  }
  const app = createApp({ setup: () => () => (open.value ? h(Form) : null) })
  apps.add(app)
  app.mount({})
  await written()
  return { form, draft, close: () => (open.value = false) }
}
const key = 'anders customer new'
const refusal = () => Promise.reject(new Error('the server is away'))

describe('what is typed into a form', () => {
  test('is there again when the form is opened again, until it was saved', async () => {
    const first = await opened()
    first.form.values['name'] = 'Perrin Lowmoor'
    first.close()
    await written()
    const again = await opened()
    expect([again.form.values['name'], again.draft.keptAt.value]).toEqual(['Perrin Lowmoor', expect.any(Number)])
    await again.form.submit(() => Promise.resolve())
    again.close()
    await written()
    expect(await keptDraft(key)).toBeNull()
  })

  test('is not offered again when whoever hears first that it was taken closes the form', async () => {
    const { form, close } = await opened()
    form.values['name'] = 'Perrin Lowmoor'
    await form.submit(async () => {
      close()
      // The page is drawn anew before the form hears that it was sent.
      await nextTick()
    })
    await written()
    expect(form.sent.value).toBe(true)
    expect(await keptDraft(key)).toBeNull()
    expect((await opened()).draft.keptAt.value).toBeNull()
  })

  test('stays when the form is closed while it is sent, and then refused', async () => {
    const { form, close } = await opened()
    form.values['name'] = 'Perrin Lowmoor'
    await form.submit(async () => {
      close()
      await nextTick()
      await refusal()
    })
    await written()
    expect((await keptDraft(key))?.values).toEqual({ name: 'Perrin Lowmoor' })
  })

  test('is gone when it is thrown away, and begun anew it is as it was opened', async () => {
    const first = await opened()
    first.form.values['name'] = 'Perrin Lowmoor'
    first.close()
    await written()
    const again = await opened()
    again.draft.startAnew()
    expect([again.form.values['name'], again.draft.keptAt.value]).toEqual(['', null])
    again.form.values['note'] = 'thumb slug loose'
    again.draft.throwAway()
    again.close()
    await written()
    expect(await keptDraft(key)).toBeNull()
  })
})
