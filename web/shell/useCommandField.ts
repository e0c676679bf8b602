import type { Found } from '@sleetfall/contract'
import { watchDebounced } from '@vueuse/core'
import { computed, ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { type RouteLocationRaw, useRoute, useRouter } from 'vue-router'
import { get } from '../http/client.ts'
import { type CommandName, commandNeeds, commandTargets, placeOf } from './commands.ts'
import { foundDetail } from './foundDetail.ts'
import { useNotices } from './notices.ts'
import { useSession } from './session.ts'
import { spoken } from '../i18n.ts'

export interface Option {
  readonly key: string
  readonly kind: Found['kind'] | 'command'
  readonly title: string
  readonly detail: string
  readonly to: RouteLocationRaw
}

/** What is found and what can be done for a text, and doing it; `shortcuts` shows the keys, `leaveField` ends the typing. */
export function useCommandField({ shortcuts, leaveField }: { shortcuts: () => void; leaveField: () => void }) {
  const { t } = useI18n()
  const [router, route, session, notices] = [useRouter(), useRoute(), useSession(), useNotices()]
  const detailOf = (one: Found) => foundDetail(one, t)
  const text = ref('')
  const open = ref(false)
  const marked = ref(0)
  const found = ref<readonly Found[]>([])
  const asked = ref('')
  const entered = ref(false)

  const matching = computed(() => {
    const wanted = text.value.trim().toLowerCase()
    const names = (Object.keys(commandTargets) as CommandName[]).filter((name) => {
      const need = commandNeeds[name]
      return need === undefined || session.may(need)
    })
    const all = names.map((name): Option => ({
      key: name,
      kind: 'command',
      title: t(`shell.commands.${name}`),
      detail: '',
      to: commandTargets[name],
    }))
    return wanted === ''
      ? all.slice(0, 5)
      : all
          .filter((option) => wanted.split(/\s+/).every((word) => option.title.toLowerCase().includes(word)))
          .slice(0, 5)
  })
  /** What was found for an earlier text stays while it fits, so that nothing flickers; what does not fit is never offered. */
  const fitting = computed(() => {
    const words = text.value.trim().toLowerCase().split(/\s+/)
    return asked.value === text.value.trim()
      ? found.value
      : found.value.filter((one) => words.every((word) => `${one.title} ${detailOf(one)}`.toLowerCase().includes(word)))
  })
  const options = computed<Option[]>(() => [
    ...fitting.value.map((one) => ({
      key: one.kind + one.id,
      kind: one.kind,
      title: one.title,
      detail: detailOf(one),
      to: placeOf(one),
    })),
    ...matching.value,
  ])

  watchDebounced(
    text,
    async (value) => {
      const wanted = value.trim()
      marked.value = 0
      if (wanted === '') {
        found.value = []
        asked.value = ''
        return
      }
      await notices.attempt(async () => {
        const answer = await get<Found[]>(`/search?q=${encodeURIComponent(wanted.slice(0, 80))}`)
        if (wanted === text.value.trim()) {
          found.value = answer
          asked.value = wanted
          if (entered.value) void choose(options.value[marked.value])
        }
      })
    },
    { debounce: 120 },
  )

  function move(by: number) {
    const count = options.value.length
    if (count > 0) marked.value = (marked.value + by + count) % count
  }

  /** Enter before the answer is there waits for it, so that a quick hand does not get the second best. */
  function enter() {
    if (asked.value === text.value.trim() || marked.value > 0) void choose(options.value[marked.value])
    else entered.value = true
  }
  async function choose(option: Option | undefined) {
    if (!option) return
    open.value = false
    entered.value = false
    text.value = ''
    found.value = []
    leaveField()
    if (option.key === 'shortcuts') shortcuts()
    else if (option.key === 'print') window.print()
    else if (option.key === 'undo') await undo()
    else if (['logGames', 'reading', 'job'].includes(option.key)) await onBall(String(option.to))
    else if (option.key === 'signOut') await notices.attempt(session.signOut)
    else if (option.key === 'theme')
      await notices.attempt(() => session.prefer({ theme: session.preferences.theme === 'dark' ? 'light' : 'dark' }))
    else if (option.key === 'language')
      await notices.attempt(() => session.prefer({ language: spoken.value === 'de' ? 'en' : 'de' }))
    else if (option.key === 'units')
      await notices.attempt(() => session.prefer({ units: session.metric ? 'imperial' : 'metric' }))
    else await router.push(option.to)
  }

  /** Undo is what the last notice offers, or the key that the open ball or trial listens to. */
  async function undo() {
    const offered = notices.current?.undo
    if (offered) {
      notices.current = null
      await notices.attempt(offered)
      return
    }
    const before = notices.current
    window.dispatchEvent(new KeyboardEvent('keydown', { key: 'u', bubbles: true }))
    const asked = route.query['ball'] !== undefined || route.name === 'trial'
    if (!asked && notices.current === before) notices.failed(new Error(t('shell.nothingToUndo')))
  }
  /** Work on the ball that is open on the rack; its panel reads what is asked from the address. */
  async function onBall(what: string) {
    if (route.query['ball'] === undefined) return notices.failed(new Error(t('shell.openBallFirst')))
    await router.replace({ path: route.path, query: { ...route.query, do: what } })
  }

  /** After a click on an option had its chance; coming back meanwhile keeps it open. */
  let closing: ReturnType<typeof setTimeout> | undefined
  function leave() {
    closing = setTimeout(() => (open.value = false), 150)
  }
  function show() {
    clearTimeout(closing)
    entered.value = false
    open.value = true
  }
  return { text, open, marked, found, asked, matching, options, move, enter, choose, leave, show }
}
