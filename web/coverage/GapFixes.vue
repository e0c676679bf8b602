<script setup lang="ts">
import type { CoverageView, OfferedFix } from '@sleetfall/contract'
import { useI18n } from 'vue-i18n'
import { dayText } from '../controls/days.ts'
import { useSession } from '../shell/session.ts'

/** Fixes for one gap, cheapest first, each with its reason, what else it does, and the promise it could be given. */
const props = defineProps<{ view: CoverageView; targetId: string; fixes: readonly OfferedFix[]; first: boolean }>()
const emit = defineEmits<{ put: [OfferedFix, string] }>()
const { t } = useI18n()
const session = useSession()
const nameOf = (id: string) => props.view.targets.find((target) => target.id === id)?.name ?? ''
const names = (ids: readonly string[]) => ids.map(nameOf).join(', ')
const percent = (share: number) => Math.round(100 * share)
const others = (fix: OfferedFix) => fix.fills.filter((id) => id !== props.targetId)

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
      <p v-if="fix.after?.pocket" class="small">
        {{
          t('coverage.after', {
            verdict: t(`coverage.verdicts.${fix.after.verdict}`),
            p: percent(fix.after.pocket.p),
            low: percent(fix.after.pocket.low),
            high: percent(fix.after.pocket.high),
          })
        }}
        <template v-if="others(fix).length > 0">{{ t('coverage.fills', { names: names(others(fix)) }) }} </template>
        <template v-if="fix.settlingGames > 0"
          >{{ t('coverage.settles', { n: fix.settlingGames }, fix.settlingGames) }}
        </template>
        <template v-if="fix.coverRemovedMm > 0">{{
          t('coverage.removes', { mm: fix.coverRemovedMm.toFixed(3) })
        }}</template>
      </p>
      <p v-if="fix.opens.length > 0" class="small">{{ t('coverage.opens', { names: names(fix.opens) }) }}</p>
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
              t('coverage.reasonFor', { pattern: nameOf(targetId), why: t(`coverage.reasons.${fix.reason}`) }),
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
              pattern: targetId,
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
