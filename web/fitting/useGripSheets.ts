import { type GripSheet, check, gripSheetSchema } from '@sleetfall/contract'
import type { Hole } from '@sleetfall/core'
import { v4 as newId } from 'uuid'
import { type Ref, computed, ref, shallowRef, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { dayText } from '../controls/days.ts'
import { useNotices } from '../shell/notices.ts'
import { saveSheet, sheetsOf } from './store.ts'
import { textsByPath } from '../i18n.ts'

/** The holes on the bench and a bowler's grip sheets, which they come from and go into. */
export function useGripSheets(customerId: Ref<string | null>, handOf: () => 'right' | 'left' | undefined) {
  const { t } = useI18n()
  const notices = useNotices()
  const fingertip = (): readonly Hole[] => [
    { name: t('fitting.names.ring'), overIn: 0.625, upIn: 2.25, diameterIn: 0.96875, depthIn: 1.75 },
    { name: t('fitting.names.middle'), overIn: -0.625, upIn: 2.25, diameterIn: 0.96875, depthIn: 1.75 },
    { name: t('fitting.names.thumb'), overIn: 0, upIn: -2.25, diameterIn: 1, depthIn: 2.75 },
  ]
  const holes = shallowRef(fingertip())
  const errors = ref<Readonly<Record<string, string>>>({})
  const spanKind = ref<'full' | 'cut'>('cut')
  const sheets = shallowRef<readonly GripSheet[]>([])
  const sheetId = ref<string | null>(null)
  const compareId = ref<string | null>(null)
  const holesOf = (id: string | null) =>
    (sheets.value.find((one) => one.id === id)?.holes as readonly Hole[] | undefined) ?? null

  /** Puts the holes of a sheet on the bench, or the usual ones. */
  function use(id: string | null): void {
    sheetId.value = id
    holes.value = holesOf(id) ?? fingertip()
    const sheet = sheets.value.find((one) => one.id === id)
    if (sheet) spanKind.value = sheet.spanKind
  }
  watch(
    customerId,
    async (id) => {
      sheets.value = []
      compareId.value = null
      if (!id) return
      const all = await sheetsOf(id).catch(() => [])
      // Somebody else may have been chosen meanwhile.
      if (customerId.value !== id) return
      sheets.value = all
      use(all[0]?.id ?? null)
    },
    { immediate: true },
  )
  const named = computed(() =>
    sheets.value.map((sheet) => ({
      value: sheet.id as string | null,
      title: `${dayText(sheet.createdAt.slice(0, 10))}, ${t(`fitting.spans.${sheet.spanKind}`)}${sheet.takenBy ? `, ${sheet.takenBy}` : ''}`,
    })),
  )
  async function keep(): Promise<void> {
    const sheet = {
      ...{ id: newId(), customerId: customerId.value, hand: handOf() },
      ...{ spanKind: spanKind.value, holes: holes.value, note: '' },
    }
    const checked = check(gripSheetSchema, sheet)
    errors.value = checked.ok ? {} : textsByPath(checked.fields)
    if (!checked.ok) return
    await notices.attempt(async () => {
      const saved = await saveSheet(checked.value)
      sheets.value = [saved, ...sheets.value]
      sheetId.value = saved.id
      notices.done(t('fitting.sheetSaved'))
    })
  }
  /** Holes that can be reckoned with; a row that is being typed waits. */
  const sound = computed(() =>
    holes.value.filter((hole) => [hole.overIn, hole.upIn, hole.diameterIn, hole.depthIn].every(Number.isFinite)),
  )
  const put = (next: readonly Hole[]) => (holes.value = next)
  const compare = (id: string | null) => (compareId.value = id)
  const span = (kind: 'full' | 'cut') => (spanKind.value = kind)
  const compared = computed(() => holesOf(compareId.value))
  return { holes, sound, errors, spanKind, sheetId, compareId, compared, named, use, put, compare, span, keep }
}
