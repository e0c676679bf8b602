<script setup lang="ts">
import type { Miss } from '@sleetfall/core'
import { useI18n } from 'vue-i18n'
import { entryText, signed, verdictKey } from './useWhatIfText.ts'

/** What a miss at the target costs, side by side as it lies on the lane; whatever else moves the entry below it. */
defineProps<{ misses: readonly Miss[] }>()
const { t } = useI18n()
const signs = { pocket: '●', light: '▲', high: '▼', gutter: '×' } as const
const boards = (miss: Miss) => (miss.boards === 0 ? '0' : signed(miss.boards, Number.isInteger(miss.boards) ? 0 : 1))
</script>

<template>
  <section class="stack strip">
    <table class="misses">
      <caption class="small">
        {{
          t('lanes.whatIf.misses')
        }}
      </caption>
      <tbody>
        <tr>
          <th scope="row" class="small">{{ t('lanes.whatIf.miss') }}</th>
          <th v-for="miss in misses" :key="miss.boards" scope="col" class="figure">{{ boards(miss) }}</th>
        </tr>
        <tr>
          <th scope="row" class="small">{{ t('lanes.whatIf.entry') }}</th>
          <td v-for="miss in misses" :key="miss.boards" class="figure">
            <span :class="verdictKey(miss)" role="img" :aria-label="t(`lanes.whatIf.verdicts.${verdictKey(miss)}`)">{{
              signs[verdictKey(miss)]
            }}</span>
            {{ entryText(miss) }}
          </td>
        </tr>
      </tbody>
    </table>
    <div class="more"><slot /></div>
  </section>
</template>

<style scoped>
/* The room of the line below, which comes when it is reckoned. */
.more {
  min-height: 1.5em;
}
.strip {
  flex: 1 0 100%;
  gap: var(--gap-1);
}
.misses {
  border-collapse: collapse;
}
caption {
  text-align: start;
  color: var(--ink-soft);
}
th,
td {
  padding: 2px 6px;
  text-align: center;
  border: 1px solid var(--line);
  white-space: nowrap;
}
th[scope='row'] {
  text-align: start;
  font-weight: normal;
}
.pocket {
  color: var(--good);
}
.gutter {
  color: var(--bad);
}
</style>
