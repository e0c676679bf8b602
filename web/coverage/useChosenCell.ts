import type { CoverageView } from '@sleetfall/contract'
import { type CoverageCell, sameState } from '@sleetfall/core'
import { computed, ref, shallowRef, watch } from 'vue'
import { useRoute } from 'vue-router'

/**
 * The cell that is looked at closely. Whoever comes with a complaint brings ball and pattern along in the address: the cell opens by itself, with its
 * ladder of remedies asked for; `notAhead` where that ball does not meet that pattern in what lies ahead.
 */
export function useChosenCell(view: () => CoverageView | null) {
  const route = useRoute()
  const chosen = shallowRef<CoverageCell | null>(null)
  const ladder = ref(false)
  const notAhead = ref(false)
  const given = () => {
    const { ball, pattern } = route.query
    return typeof ball === 'string' && typeof pattern === 'string' ? { ball, pattern } : null
  }
  let taken = ''
  watch(
    () => [given(), view()] as const,
    ([asked, now]) => {
      if (!asked || !now || taken === `${asked.ball} ${asked.pattern}`) return
      taken = `${asked.ball} ${asked.pattern}`
      chosen.value =
        now.map.cells.find(({ ballId, targetId }) => ballId === asked.ball && targetId === asked.pattern) ?? null
      ladder.value = chosen.value !== null
      notAhead.value = chosen.value === null
    },
    { immediate: true },
  )
  const choose = (cell: CoverageCell | null) => {
    chosen.value = cell
    ladder.value = false
    notAhead.value = false
  }
  /** As the map has it now: it changes while somebody looks. */
  const shown = computed(() => {
    const { value: of } = chosen
    return of && (view()?.map.cells.find((one) => one.ballId === of.ballId && sameState(one, of)) ?? null)
  })
  return { shown, ladder, notAhead, choose }
}
