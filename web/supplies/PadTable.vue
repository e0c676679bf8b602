<script setup lang="ts">
import type { Pad } from '@sleetfall/contract'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import SortHead from '../controls/SortHead.vue'
import { useSorted } from '../controls/useSorted.ts'
import { useNotices } from '../shell/notices.ts'
import { useSession } from '../shell/session.ts'
import { usePads } from './store.ts'
import { fixed } from '../controls/figures.ts'
import { vCards } from '../controls/cards.ts'

/** Pads and products: the balls left in each, the spares, and what to order. */
const emit = defineEmits<{ edit: [Pad]; discard: [Pad] }>()
const { t } = useI18n()
const [session, pads, notices] = [useSession(), usePads(), useNotices()]
const left = (pad: Pad) => Math.max(0, pad.lifeBalls - pad.uses)
const { shown, sortBy, ariaSort } = useSorted(
  'pads',
  () => pads.items,
  { grit: (p) => p.grit ?? 99999, name: (p) => p.name, left: (p) => left(p), spare: (p) => p.spare },
  (p) => p.name,
)
const toOrder = computed(() => pads.items.filter((pad) => pad.spare <= pad.reorderAt))

const openSpare = (pad: Pad) =>
  notices.attempt(async () => {
    await pads.openSpare(pad)
    notices.done(t('supplies.opened', { name: pad.name }))
  })
</script>

<template>
  <section class="panel stack" :aria-label="t('supplies.padsTitle')">
    <h2>{{ t('supplies.padsTitle') }}</h2>
    <p v-if="toOrder.length > 0" role="status">
      ▲ {{ t('supplies.order', { names: toOrder.map((pad) => pad.name).join(', ') }) }}
    </p>
    <p v-if="pads.items.length === 0" class="soft">{{ t('supplies.noPads') }}</p>
    <table v-else v-cards class="list">
      <thead>
        <tr>
          <SortHead :label="t('supplies.padName')" :sorted="ariaSort('name')" @sort="sortBy('name')" />
          <SortHead :label="t('supplies.left')" :sorted="ariaSort('left')" @sort="sortBy('left')" />
          <SortHead :label="t('supplies.pads.spare')" :sorted="ariaSort('spare')" @sort="sortBy('spare')" />
          <td></td>
        </tr>
      </thead>
      <tbody>
        <tr v-for="pad in shown" :key="pad.id">
          <td>
            <strong>{{ pad.name }}</strong>
            <div class="small soft">
              {{ pad.purpose }}
              <template v-if="pad.price">{{
                t('supplies.perUse', { price: fixed(pad.price / pad.lifeBalls, 2) })
              }}</template>
            </div>
          </td>
          <td>
            <span class="figure" :class="{ bad: left(pad) === 0 }">{{
              left(pad) === 0 ? `▲ ${t('supplies.worn')}` : t('supplies.ballsLeft', { n: left(pad), of: pad.lifeBalls })
            }}</span>
          </td>
          <td class="figure">{{ pad.spare }}<span v-if="pad.spare <= pad.reorderAt" class="bad"> ▲</span></td>
          <td>
            <div v-if="session.mayWork" class="row tight">
              <v-btn
                size="x-small"
                :disabled="pad.spare === 0"
                :aria-label="`${t('supplies.openSpare')}: ${pad.name}`"
                @click="openSpare(pad)"
                >{{ t('supplies.openSpare') }}</v-btn
              >
              <v-btn
                size="x-small"
                variant="text"
                :aria-label="t('supplies.editPad', { name: pad.name })"
                @click="emit('edit', pad)"
                >{{ t('supplies.edit') }}</v-btn
              >
              <v-btn
                size="x-small"
                variant="text"
                :aria-label="t('supplies.discardPad', { name: pad.name })"
                @click="emit('discard', pad)"
                >×</v-btn
              >
            </div>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="pads.items.some((pad) => pad.abrasive === 'wipe')" class="small">◇ {{ t('supplies.wipeRules') }}</p>
  </section>
</template>

<style scoped>
.tight {
  flex-wrap: nowrap;
  gap: 2px;
}
table.list td,
table.list th {
  padding-inline: 5px;
}
</style>
