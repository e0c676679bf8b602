<script setup lang="ts">
import type { BenchPlan, PlannedChain, PlannedWork } from '@sleetfall/contract'
import { group } from 'd3-array'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { dayText } from '../controls/days.ts'
import { type AtRisk, type Block } from './board.ts'
import { minuteText } from './minuteText.ts'
import { useBlockText } from './useBlockText.ts'

/** Promises that the plan does not keep, work without a slot, and what does not hold any more: only when there is some. */
const props = defineProps<{
  plan: BenchPlan
  risks: readonly AtRisk[]
  loose: readonly { readonly work: PlannedWork; readonly chain: PlannedChain }[]
  faulty: readonly Block[]
}>()
const { t } = useI18n()
const { blockText } = useBlockText(() => props.plan)
/** A line a ball: the first of its work that does not hold. */
const doubtful = computed(() =>
  [...group(props.faulty, ({ chain }) => chain.id).values()].map((own) => ({ block: own[0]!, more: own.length - 1 })),
)
</script>

<template>
  <section v-if="risks.length > 0 || faulty.length > 0" class="panel stack risks" :aria-label="t('plan.risks')">
    <h2>▲ {{ t('plan.risks') }}</h2>
    <ul>
      <li v-for="{ chain, minutesLate } in risks" :key="chain.id">
        <strong>{{ chain.ballName }}</strong>, {{ chain.customerName }},
        {{ t('plan.promisedFor', { day: dayText(chain.dueOn) }) }}:
        {{
          minutesLate === null
            ? t('plan.noSlot', { n: loose.filter((one) => one.chain.id === chain.id).length })
            : t('plan.readyOnly', { when: minuteText(chain.due + minutesLate) })
        }}
      </li>
      <li v-for="{ block, more } in doubtful" :key="block.key">
        {{ blockText(block) }}<span v-if="more > 0" class="soft">; {{ t('plan.moreOfBall', { n: more }) }}</span>
      </li>
    </ul>
    <p class="small soft">{{ t('plan.whatSaves') }}</p>
  </section>
</template>

<style scoped>
.risks {
  border-inline-start: 6px double var(--bad);
}
</style>
