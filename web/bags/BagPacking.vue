<script setup lang="ts">
import type { BagView, PackingAlert, PackingItem } from '@sleetfall/contract'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'

/** What goes into the bag, where each ball is now, and what keeps it from being ready. */
const props = defineProps<{ view: BagView }>()
const emit = defineEmits<{ tick: [string] }>()
const { t } = useI18n()
const ballOf = ({ ballId }: PackingItem) => props.view.balls.find(({ id }) => id === ballId)
const nameOf = (item: PackingItem) => {
  const name = ballOf(item)?.name ?? t(`bags.things.${item.key}`)
  return item.product === undefined ? name : t('bags.thingOf', { thing: name, product: item.product })
}
/** To be known, and nothing that keeps the bag from being ready. */
const quiet: readonly PackingAlert[] = ['not-settled', 'product-not-said']
const alertText = (item: PackingItem, alert: PackingAlert) => {
  const ball = ballOf(item)
  const place = ball ? { place: t(`balls.places.${ball.place}`), shelf: ball.shelf } : {}
  return t(`bags.alerts.${alert}`, place)
}
const waiting = computed(() => props.view.packing.filter(({ alerts }) => alerts.some((one) => !quiet.includes(one))))
</script>

<template>
  <section class="panel stack" :aria-label="t('bags.packing')">
    <div class="spread">
      <h2>{{ t('bags.packing') }}</h2>
      <span v-if="waiting.length > 0" class="small">{{
        t('bags.notReady', { n: waiting.length }, waiting.length)
      }}</span>
    </div>
    <p v-if="!view.kept" class="small soft">{{ t('bags.keepFirst') }}</p>
    <ul>
      <li v-for="item in view.packing" :key="item.key">
        <v-checkbox
          :label="nameOf(item)"
          :disabled="!view.kept"
          density="compact"
          hide-details
          :model-value="view.kept?.packed.includes(item.key) ?? false"
          @update:model-value="emit('tick', item.key)"
        />
        <span v-if="item.alerts.length > 0" class="small">{{
          item.alerts.map((alert) => `${quiet.includes(alert) ? '○' : '▲'} ${alertText(item, alert)}`).join('  ')
        }}</span>
      </li>
    </ul>
  </section>
</template>

<style scoped>
ul {
  list-style: none;
  padding: 0;
  columns: 2 260px;
}
li {
  break-inside: avoid;
}
.small {
  padding-inline-start: 38px;
  display: block;
}
</style>
