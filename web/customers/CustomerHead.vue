<script setup lang="ts">
import type { Customer } from '@sleetfall/contract'
import { assumedTiltDeg } from '@sleetfall/core'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { quantityText } from '../controls/quantities.ts'
import { useSession } from '../shell/session.ts'
import { fixed } from '../controls/figures.ts'

/** Who the customer is, in one line of figures with their sources. */
const props = defineProps<{ customer: Customer }>()
const { t } = useI18n()
const session = useSession()
const kind = computed(() => {
  const { hand, twoHanded, junior } = props.customer
  return [
    t(`customers.${hand}`),
    t(twoHanded ? 'customers.twoHanded' : 'customers.oneHanded'),
    ...(junior ? [t('customers.junior')] : []),
  ].join(', ')
})
const figures = computed(() => {
  const c = props.customer
  const sourced = (label: string, text: string | null, source: string | null | undefined, sd: string | null = null) =>
    text === null
      ? []
      : [
          {
            label,
            text: sd === null ? text : `${text} ± ${sd}`,
            source: source ? t(`controls.sources.${source}`) : t('controls.noSource'),
          },
        ]
  const sdOf = (name: 'speedSdMph' | 'revSdRpm' | 'axisTiltSdDeg' | 'papSdIn') =>
    c[name] == null ? null : quantityText(name, c[name], session.metric)
  const of = (name: 'speedMph' | 'revRpm' | 'axisRotationDeg' | 'axisTiltDeg') =>
    c[name] == null ? null : quantityText(name, c[name], session.metric)
  const inches = (value: number) => quantityText('papUpIn', Math.abs(value), session.metric)
  const pap =
    c.papOverIn == null || c.papUpIn == null
      ? null
      : t(c.papUpIn < 0 ? 'customers.papDown' : 'customers.pap', { over: inches(c.papOverIn), up: inches(c.papUpIn) })
  return [
    ...sourced(t('customers.fields.speedMph'), of('speedMph'), c.speedSource, sdOf('speedSdMph')),
    ...sourced(t('customers.fields.revRpm'), of('revRpm'), c.revSource, sdOf('revSdRpm')),
    ...sourced(t('customers.fields.axisRotationDeg'), of('axisRotationDeg'), c.axisRotationSource),
    ...sourced(t('customers.fields.axisTiltDeg'), of('axisTiltDeg'), c.axisTiltSource, sdOf('axisTiltSdDeg')),
    ...sourced('PAP', pap, c.papSource, sdOf('papSdIn')),
  ]
})
</script>

<template>
  <header class="stack">
    <div class="spread">
      <h1>
        {{ customer.name }} <span class="kind soft">{{ kind }}</span>
      </h1>
      <div class="row"><slot /></div>
    </div>
    <p v-if="customer.style" class="line">
      <strong>{{ t(`customers.bands.${customer.style.band}`) }}</strong>
      <span class="soft">
        {{ t('customers.styleFrom', { value: fixed(customer.style.dominance, 3) })
        }}<template v-if="customer.axisTiltDeg == null"
          >, {{ t('customers.tiltAssumed', { deg: assumedTiltDeg }) }}</template
        ></span
      >
    </p>
    <p v-else class="line">○ {{ t('customers.styleMissing') }}</p>
    <dl class="figures">
      <div v-for="figure in figures" :key="figure.label">
        <dt class="soft small">{{ figure.label }}</dt>
        <dd>
          <span class="figure">{{ figure.text }}</span> <span class="small soft">{{ figure.source }}</span>
        </dd>
      </div>
    </dl>
    <p v-if="customer.note" class="note">{{ customer.note }}</p>
  </header>
</template>

<style scoped>
.kind {
  font: 400 1rem var(--text);
}
.figures {
  display: flex;
  flex-wrap: wrap;
  gap: 2px var(--gap-4);
}
.figures .figure {
  font-size: 1.15rem;
}
.note {
  border-inline-start: 3px solid var(--line-strong);
  padding-inline-start: var(--gap-2);
}
header {
  gap: var(--gap-1);
}
</style>
