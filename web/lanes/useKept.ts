import type { Room, ShotOutcome } from '@sleetfall/core'
import { useSessionStorage } from '@vueuse/core'
import { type Ref, computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { useNotices } from '../shell/notices.ts'

/** A set-up beside others. */
export interface Column {
  readonly id: number
  readonly name: string
  readonly outcome: ShotOutcome
  readonly room: Room | null
}
const mostKept = 3

/** Set-ups kept to compare, for as long as the tab lives: a reload takes nothing away. The present one stands first, with the id 0. */
export function useKept(
  shot: Readonly<Ref<{ readonly outcome: ShotOutcome } | null>>,
  room: Readonly<Ref<Room | null>>,
  nameNow: () => string,
) {
  const { t } = useI18n()
  const notices = useNotices()
  const kept = useSessionStorage<readonly Column[]>('sleetfall.whatif.kept', [])
  function keep() {
    if (!shot.value) return
    if (kept.value.length >= mostKept) return notices.failed(new Error(t('lanes.whatIf.keptFull')))
    const id = 1 + Math.max(0, ...kept.value.map((one) => one.id))
    kept.value = [...kept.value, { id, name: nameNow(), outcome: shot.value.outcome, room: room.value }]
  }
  const drop = (id: number) => (kept.value = kept.value.filter((one) => one.id !== id))
  const columns = computed((): readonly Column[] =>
    shot.value
      ? [{ id: 0, name: t('lanes.whatIf.overlay'), outcome: shot.value.outcome, room: room.value }, ...kept.value]
      : kept.value,
  )
  return { kept, columns, keep, drop }
}
