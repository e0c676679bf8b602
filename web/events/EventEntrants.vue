<script setup lang="ts">
import type { BowlingEvent } from '@sleetfall/contract'
import { useI18n } from 'vue-i18n'
import { useCustomers } from '../customers/store.ts'
import { useNotices } from '../shell/notices.ts'
import { useEvents } from './store.ts'

/** Who enters an event; the names are asked for when somebody wants to see them. */
const props = defineProps<{ event: BowlingEvent }>()
const { t } = useI18n()
const [events, customers, notices] = [useEvents(), useCustomers(), useNotices()]
function opened({ newState }: { readonly newState: string }) {
  if (newState === 'open') void notices.attempt(() => events.entrants(props.event.id))
}
</script>

<template>
  <details @toggle="opened">
    <summary>{{ t('events.entrants', event.customerIds.length) }}</summary>
    <ul class="entrants">
      <li v-for="id in event.customerIds" :key="id">
        <router-link
          :to="`/coverage/${id}`"
          :aria-label="t('events.coverage', { name: customers.byId.get(id)?.name })"
          >{{ customers.byId.get(id)?.name }}</router-link
        >
      </li>
    </ul>
  </details>
</template>

<style scoped>
.entrants {
  list-style: none;
  padding: 0;
}
summary {
  white-space: nowrap;
  min-height: 32px;
  cursor: pointer;
}
</style>
