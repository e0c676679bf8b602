<script setup lang="ts">
import type { CoverageView, OfferedFix } from '@sleetfall/contract'
import { type StateKey, sameState } from '@sleetfall/core'
import { useI18n } from 'vue-i18n'
import { dayText } from '../controls/days.ts'
import { useSession } from '../shell/session.ts'
import { useCoverageText } from './useCoverageText.ts'
import { fixed } from '../controls/figures.ts'

/** Fixes for one gap, cheapest first, each with its reason, what else it does, and the promise it could be given. */
const props = defineProps<{ view: CoverageView; gap: StateKey; fixes: readonly OfferedFix[]; first: boolean }>()
const emit = defineEmits<{ put: [OfferedFix, string] }>()
const { t } = useI18n()
const session = useSession()
const { nameOf, names, word, percent } = useCoverageText()
const others = (fix: OfferedFix) => fix.fills.filter((one) => !sameState(one, props.gap))

function promise(fix: OfferedFix): string {
  if (!fix.due) return ''
  const words = { due: dayText(fix.due.on), event: fix.due.eventName, on: dayText(fix.due.eventOn) }
  return t(fix.due.keepsSettling ? 'coverage.promise' : 'coverage.promiseLate', words)
}
</script>

<template>
  <ol class="fixes">
    <li v-for="fix in fixes" :key="`${fix.action} ${fix.ballId}`">
      <div class="what">
        <strong>{{ t(`coverage.actions.${fix.action}`) }} {{ fix.ballName }}</strong>
        <span v-if="fix.recipeKey"> – {{ t(`surface.recipes.${fix.recipeKey}`) }}</span>
      </div>
      <p>{{ t(`coverage.reasons.${fix.reason}`) }}</p>
      <p v-if="fix.after?.strikes" class="small">
        {{
          t('coverage.after', {
            verdict: word(fix.after),
            p: percent(fix.after.strikes.p),
            low: percent(fix.after.strikes.low),
            high: percent(fix.after.strikes.high),
          })
        }}
        <template v-if="others(fix).length > 0"
          >{{ t('coverage.fills', { names: names(view, others(fix)) }) }}
        </template>
        <template v-if="fix.settlingGames > 0"
          >{{ t('coverage.settles', { n: fix.settlingGames }, fix.settlingGames) }}
        </template>
        <template v-if="fix.coverRemovedMm > 0">{{
          t('coverage.removes', { mm: fixed(fix.coverRemovedMm, 3) })
        }}</template>
      </p>
      <p v-if="fix.opens.length > 0" class="small">{{ t('coverage.opens', { names: names(view, fix.opens) }) }}</p>
      <p v-if="fix.action !== 'other-ball'" class="small">{{ promise(fix) }}</p>
      <div class="row">
        <v-btn
          v-if="fix.ballId"
          size="small"
          :class="{ 'next-action': first && fix === fixes[0] }"
          :aria-label="`${t('coverage.put')}: ${fix.ballName}`"
          @click="
            emit(
              'put',
              fix,
              t('coverage.reasonFor', { pattern: nameOf(view, gap), why: t(`coverage.reasons.${fix.reason}`) }),
            )
          "
          >{{ t('coverage.put') }}</v-btn
        >
        <v-btn
          v-if="session.may('trials')"
          size="small"
          variant="text"
          :to="{
            path: '/trials',
            query: {
              new: 'trial',
              customer: view.customerId,
              pattern: gap.targetId,
              ...(fix.ballId ? { ball: fix.ballId } : {}),
            },
          }"
          >{{ t('coverage.try') }}</v-btn
        >
      </div>
    </li>
  </ol>
</template>

<style scoped>
.fixes {
  display: grid;
  gap: var(--gap-3);
  padding-inline-start: 1.4em;
}
.fixes li::marker {
  font: 600 1.1rem var(--condensed);
}
.what {
  font-size: 1.05rem;
}
</style>
