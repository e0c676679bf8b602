<script setup lang="ts">
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { useRoute } from 'vue-router'
import DiscLegend from '../surface/DiscLegend.vue'
import { keysOf, termsOf } from './glossary.ts'

/** What the page that is open speaks of, in plain words, and the keys that work on it. */
const open = defineModel<boolean>({ required: true })
const { t } = useI18n()
const route = useRoute()
const name = computed(() => String(route.name ?? ''))
const terms = computed(() => termsOf[name.value] ?? termsOf[String(route.meta['area'] ?? '')] ?? [])
const hasDiscs = computed(() => ['rack', 'balls', 'surface', 'upkeep'].includes(name.value))
const keys = computed(() => [
  ...(keysOf[name.value] ?? []).map((one) => [...one, 'shell.help.keysHere'] as const),
  ...keysOf['everywhere']!.map((one) => [...one, 'shell.help.keysEverywhere'] as const),
])
</script>

<template>
  <v-dialog v-model="open" max-width="680" scrollable :aria-label="t('shell.help.title')">
    <div class="panel stack help">
      <div class="spread">
        <h2>{{ t('shell.help.title') }}</h2>
        <v-btn autofocus @click="open = false">{{ t('shell.close') }}</v-btn>
      </div>
      <DiscLegend v-if="hasDiscs" />
      <section v-if="terms.length > 0" class="stack">
        <h3>{{ t('shell.help.words') }}</h3>
        <dl>
          <template v-for="term in terms" :key="term">
            <dt>{{ t(`glossary.${term}.name`) }}</dt>
            <dd>{{ t(`glossary.${term}.is`) }}</dd>
          </template>
        </dl>
      </section>
      <section class="stack">
        <h3>{{ t('shell.shortcuts.title') }}</h3>
        <table class="list">
          <tbody>
            <tr v-for="[combination, what, where] in keys" :key="`${where} ${what}`">
              <td>
                <kbd>{{ combination }}</kbd>
              </td>
              <td>{{ t(`shell.shortcuts.${what}`) }}</td>
              <td class="soft small">{{ t(where) }}</td>
            </tr>
          </tbody>
        </table>
      </section>
    </div>
  </v-dialog>
</template>

<style scoped>
.help {
  max-height: 86dvh;
  overflow-y: auto;
}
dl {
  display: grid;
  grid-template-columns: minmax(110px, auto) minmax(0, 1fr);
  gap: var(--gap-2) var(--gap-3);
}
dt {
  font: 600 1.05rem/1.3 var(--condensed);
}
@media (max-width: 700px) {
  dl {
    grid-template-columns: minmax(0, 1fr);
    gap: 0;
  }
  dd {
    margin-bottom: var(--gap-2);
  }
}
</style>
