<script setup lang="ts">
import type { Pattern } from '@sleetfall/contract'
import { filmOf, patternDifference } from '@sleetfall/core'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { fixed } from '../controls/figures.ts'

/** Two patterns side by side: what the second has more or less of, and where they are furthest apart. */
const props = defineProps<{ first: Pattern; second: Pattern }>()
const { t } = useI18n()
const of = (pattern: Pattern) => ({ figures: pattern.figures, film: filmOf(pattern.loads) })
const difference = computed(() => patternDifference(of(props.first), of(props.second)))
const signed = (value: number, decimals: number) => `${value < 0 ? '−' : '+'}${fixed(Math.abs(value), decimals)}`
const ratio = (value: number | null) => (value === null ? t('lanes.ratioNone') : `${fixed(value, 1)} : 1`)
const factor = (value: number | null) => (value === null ? '–' : `× ${fixed(value, 2)}`)
const rows = computed(() => {
  const [a, b, d] = [props.first.figures, props.second.figures, difference.value]
  return [
    [t('lanes.length'), `${a.lengthFt} ft`, `${b.lengthFt} ft`, `${signed(d.lengthFt, 0)} ft`],
    [t('lanes.volume'), `${fixed(a.volumeMl, 1)} mL`, `${fixed(b.volumeMl, 1)} mL`, `${signed(d.volumeMl, 1)} mL`],
    [t('lanes.ratio'), ratio(a.ratio), ratio(b.ratio), d.ratio === null ? '–' : signed(d.ratio, 1)],
    [t('lanes.difference.outside'), '', '', factor(d.outside)],
    [t('lanes.difference.middle'), '', '', factor(d.middle)],
  ]
})
const words = computed(() => {
  const { ft, board, moreUm } = difference.value.most
  return t(moreUm >= 0 ? 'lanes.difference.more' : 'lanes.difference.less', {
    name: props.second.name,
    um: fixed(Math.abs(moreUm), 2),
    board,
    ft,
  })
})
</script>

<template>
  <table class="list" :aria-label="t('lanes.difference.title')">
    <thead>
      <tr>
        <td></td>
        <th scope="col">{{ first.name }}</th>
        <th scope="col">{{ second.name }}</th>
        <th scope="col">{{ t('lanes.difference.title') }}</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="[label, one, other, change] in rows" :key="label">
        <th scope="row">{{ label }}</th>
        <td class="figure">{{ one }}</td>
        <td class="figure">{{ other }}</td>
        <td class="figure">{{ change }}</td>
      </tr>
    </tbody>
  </table>
  <p class="small">{{ words }}</p>
</template>
